<script setup lang="ts">
import { ref, watch } from 'vue'
import type { Mark, MarkInput, Picture, Stone } from '../api/types'
import { localDate } from '../api/client'
import MarkButtons from './MarkButtons.vue'
import MarkRecord from './MarkRecord.vue'
import SmallPicture from './SmallPicture.vue'

/** One stone: what to do, what to look for, what goes wrong, the marks so far, and a place to mark it. */
const props = defineProps<{ stone: Stone; marks: Mark[]; busy: boolean; promised: boolean; picture?: Picture }>()
const emit = defineEmits<{ mark: [mark: MarkInput]; promise: [] }>()
const note = ref('')
const tempo = ref('')
const ticked = ref<string[]>([])
const hurt = ref(false)
const today = localDate()
/** The day that is marked: today, or one before. */
const on = ref(today)
watch(() => props.stone.id, () => { note.value = tempo.value = ''; ticked.value = []; hurt.value = false; on.value = today })

function mark(value: number): void {
  const beats = Number(tempo.value)
  emit('mark', {
    value,
    note: note.value,
    ...(tempo.value.trim() ? { tempo: Number.isInteger(beats) ? beats : 0 } : {}),
    ...(ticked.value.length ? { checks: ticked.value } : {}),
    ...(hurt.value ? { hurt: true } : {}),
    ...(on.value && on.value !== today ? { made_on: on.value } : {})
  })
  note.value = tempo.value = ''
  ticked.value = []
  hurt.value = false
}
</script>

<template>
  <article class="detail" :aria-label="stone.name">
    <div>
      <h3>{{ stone.name }}</h3>
      <p class="small fawn">{{ stone.why.startsWith(stone.state) || stone.held ? stone.why : `${stone.state}: ${stone.why}` }}</p>
      <p v-if="stone.say" class="small"><i>To a child: “{{ stone.say }}”</i></p>
      <p>{{ stone.task }}</p>
      <SmallPicture v-if="picture" :picture="picture" />
      <ul class="plain small">
        <li v-for="check in stone.checks" :key="check"><label><input v-model="ticked" type="checkbox" :value="check" /> {{ check }}</label></li>
      </ul>
      <p v-for="one in stone.faults" :key="one.fault" class="small"><i>{{ one.fault }}:</i> {{ one.remedy }}</p>
      <p v-if="stone.caution" class="small"><b>Take care:</b> {{ stone.caution }}</p>
    </div>
    <div>
      <v-text-field v-model="note" label="Note with the mark (optional)" maxlength="500" />
      <div class="more">
        <v-text-field v-if="stone.scale === 'playing'" v-model="tempo" :label="stone.tempo ? `Tempo (goal ${stone.tempo})` : 'Tempo (optional)'"
          inputmode="numeric" />
        <label class="hurt"><input v-model="hurt" type="checkbox" /> it hurt</label>
        <label class="hurt">on <input v-model="on" type="date" :max="today" aria-label="Day of the mark" /></label>
      </div>
      <MarkButtons class="mt-3" :label="stone.name" :scale="stone.scale" :busy="busy" @mark="mark" />
      <v-btn class="ml-3" density="comfortable" :disabled="promised || busy" @click="emit('promise')">{{ promised ? 'Promised' : 'Promise it' }}</v-btn>
      <p v-if="hurt" class="small pain">It will rest until you clear it.</p>
      <MarkRecord class="mt-3" :marks="marks.slice(0, 6)" :busy="busy" :scaled="() => stone.scale" @correct="emit('mark', $event)" />
    </div>
  </article>
</template>

<style scoped>
.detail {
  display: grid; grid-template-columns: 1.4fr 1fr; gap: var(--room-2) 36px; margin: var(--room-3) 0 0 116px; padding: var(--room-3) var(--room-4);
  background: var(--card); border-radius: 8px;
}
.plain { padding: 0; margin-bottom: var(--room-2); }
.more { display: flex; flex-wrap: wrap; gap: var(--room-4); align-items: end; }
.hurt { display: flex; gap: var(--room-2); align-items: center; padding-bottom: var(--room-2); white-space: nowrap; }
.pain { color: var(--brick); }
input[type='date'] { border: 0; border-bottom: 1px solid var(--quiet); font: inherit; color: inherit; background: transparent; }
input[type='checkbox'] { accent-color: rgb(var(--v-theme-primary)); }
@media (--rail) { .detail { grid-template-columns: 1fr; margin-left: 0; } }
</style>
