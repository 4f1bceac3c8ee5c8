<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { PartView } from '../api/types'
import { otherNotes, priceWords } from '../geometry/together'
import { beat, printed } from '../geometry/words'

/** What is in hand: a note of a part or a chord, why it is there, and what else could be, with what that costs. */
const props = defineProps<{
  note: PartView['notes'][number] | null
  chord: PartView['chords'][number] | null
  whose: string
  busy: boolean
}>()
const emit = defineEmits<{ note: [pitch: string | null]; chord: [symbol: string | null] }>()
const own = ref('')
watch(() => props.chord, () => (own.value = ''))
const others = computed(() => (props.note ? otherNotes(props.note) : []))
const sentence = (words: string): string => `${words.charAt(0).toUpperCase()}${words.slice(1)}.`.replace(/;/g, ',')
const set = (): void => {
  if (own.value.trim()) emit('chord', own.value.trim())
}
</script>

<template>
  <section v-if="note" class="panel" aria-label="The note in hand">
    <h2>{{ note.written ? printed(note.written) : 'Rest' }}</h2>
    <p class="small quiet">{{ whose }}, bar {{ note.bar }}, beat {{ beat(note.beat) }}</p>
    <p>{{ note.set ? 'You set it. ' : '' }}{{ sentence(note.why) }}</p>
    <template v-if="others.length">
      <h3>Other notes</h3>
      <ul class="plain others">
        <li v-for="one in others" :key="one.name">
          <v-btn density="compact" :disabled="busy" @click="emit('note', one.name)">{{ one.name === 'rest' ? 'rest' : printed(one.name) }}</v-btn>
          <span class="small quiet">{{ one.words }}</span>
        </li>
      </ul>
      <p class="small quiet">↑ ↓ take the next one, ⌫ rests.</p>
    </template>
    <v-btn v-if="note.set" :disabled="busy" @click="emit('note', null)">As Fawnmoss finds it</v-btn>
  </section>
  <section v-else-if="chord" class="panel" aria-label="The chord in hand">
    <h2>{{ printed(chord.chord ?? 'no chord') }}</h2>
    <p class="small quiet">bar {{ chord.bar }}, beat {{ beat(chord.beat) }}<template v-if="chord.degree">, {{ chord.degree }} of the key</template></p>
    <p>{{ sentence(chord.why) }}</p>
    <template v-if="chord.others.length">
      <h3>Other chords</h3>
      <ul class="plain others">
        <li v-for="one in chord.others" :key="one.chord">
          <v-btn density="compact" :disabled="busy" @click="emit('chord', one.chord)">{{ printed(one.chord) }}</v-btn>
          <span class="small quiet">{{ priceWords(one.price) }}</span>
        </li>
      </ul>
    </template>
    <form v-if="chord.by !== 'printed'" class="own" @submit.prevent="set">
      <v-text-field v-model="own" label="Another, such as Em7" density="compact" maxlength="12" />
      <v-btn type="submit" :disabled="busy || !own.trim()">Set it</v-btn>
    </form>
    <p v-else class="small quiet">It is printed in the tune: change it on the writing desk.</p>
    <v-btn v-if="chord.by === 'set'" :disabled="busy" @click="emit('chord', null)">As Fawnmoss finds it</v-btn>
  </section>
  <p v-else class="quiet small">Take a note of a part or a chord in hand: it says why it is there, and what else could be.</p>
</template>

<style scoped>
.others { display: grid; gap: 2px; margin: 0 0 var(--room-2); }
.others li { display: grid; grid-template-columns: 5.5em 1fr; align-items: center; gap: var(--room-2); }
.own { display: flex; gap: var(--room-2); align-items: end; margin: var(--room-2) 0; }
</style>
