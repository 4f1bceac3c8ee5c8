<script setup lang="ts">
import { computed, ref } from 'vue'
import type { ContentsTune } from '../api/types'
import { linesOf, type Line } from '../geometry/contents'

/** What a file holds, to choose from: the lines of one tune, or the tunes of a book, each with the line that is taken of it. */
const props = defineProps<{ tunes: ContentsTune[]; busy: boolean }>()
const emit = defineEmits<{ take: [lines: Line[]] }>()

const filter = ref('')
const lines = computed(() => props.tunes.map(linesOf))
const chosen = ref<number[]>([])
/** By tune, the number of the line taken of it. */
const line = ref<Record<number, number>>({})
const shown = computed(() => props.tunes.filter((tune) => tune.title.toLowerCase().includes(filter.value.trim().toLowerCase())))
const readable = computed(() => shown.value.filter((tune) => lines.value[tune.index]!.length))
const all = computed(() => readable.value.length > 0 && readable.value.every((tune) => chosen.value.includes(tune.index)))

function turnAll(): void {
  const seen = readable.value.map((tune) => tune.index)
  chosen.value = all.value ? chosen.value.filter((index) => !seen.includes(index)) : [...new Set([...chosen.value, ...seen])]
}
/** Of a single tune, the line that is kept beside the one taken, by its number. */
const second = ref<number | null>(null)
function takeOne(at: number): void {
  const beside = second.value === null || second.value === at ? undefined : lines.value[0]![second.value]!
  emit('take', [{ ...lines.value[0]![at]!, ...(beside ? { second: { part: beside.part, voice: beside.voice } } : {}) }])
}
const take = (): void => emit('take', [...chosen.value].sort((a, b) => a - b).map((index) => lines.value[index]![line.value[index] ?? 0]!))
</script>

<template>
  <div v-if="tunes.length === 1" class="one">
    <v-btn v-for="(one, at) in lines[0]" :key="one.words" density="compact" :disabled="busy" @click="takeOne(at)">{{ one.words }}</v-btn>
    <label v-if="lines[0]!.length > 1" class="small">kept beside it
      <select v-model="second">
        <option :value="null">nothing</option>
        <option v-for="(one, at) in lines[0]" :key="one.words" :value="at">{{ one.words }}</option>
      </select>
    </label>
  </div>
  <fieldset v-else class="book">
    <legend class="small">Which tunes?</legend>
    <div class="head">
      <v-text-field v-if="tunes.length > 8" v-model="filter" label="Find by title" density="compact" hide-details />
      <label><input type="checkbox" :checked="all" @change="turnAll"> {{ filter ? 'all of these' : `all ${readable.length}` }}</label>
    </div>
    <ul class="plain list">
      <li v-for="tune in shown" :key="tune.index" :class="{ quiet: !lines[tune.index]!.length }">
        <label><input v-model="chosen" type="checkbox" :value="tune.index" :disabled="!lines[tune.index]!.length">
          {{ tune.title || `Tune ${tune.index + 1}` }}</label>
        <select
          v-if="lines[tune.index]!.length > 1" :value="line[tune.index] ?? 0" :aria-label="`Line of ${tune.title}`"
          @change="line[tune.index] = Number(($event.target as HTMLSelectElement).value)"
        >
          <option v-for="(one, at) in lines[tune.index]" :key="one.words" :value="at">{{ one.words }}</option>
        </select>
        <span v-if="tune.why" class="small"> {{ tune.why }}</span>
      </li>
    </ul>
    <v-btn variant="tonal" :disabled="!chosen.length || busy" @click="take">{{ chosen.length === 1 ? 'Add one tune' : `Add ${chosen.length} tunes` }}</v-btn>
  </fieldset>
</template>

<style scoped>
.one { display: flex; flex-wrap: wrap; align-items: center; gap: var(--room-1); }
.book { border: 1px solid var(--rule); border-radius: 6px; padding: var(--room-2) var(--room-3) var(--room-3); margin-top: var(--room-1); }
.head { display: flex; align-items: center; gap: var(--room-5); }
.head label { white-space: nowrap; }
.list { max-height: 240px; overflow-y: auto; margin: var(--room-2) 0; }
.list li { padding: var(--room-1) 0; border-top: 1px solid var(--rule); }
select { margin-left: var(--room-2); border: 1px solid var(--rule); border-radius: 4px; padding: 1px var(--room-2); background: var(--paper); color: inherit; }
</style>
