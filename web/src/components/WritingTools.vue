<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import TabRow from './TabRow.vue'
import type { Writing } from '../api/types'
import { DYNAMICS, KEYS, LENGTHS, lengthWords, METERS, PICKUPS, type Act } from '../geometry/writing'

/** What can be done to the note in hand or the notes to come, each with its key. */
const props = defineProps<{ view: Writing; copied: boolean }>()
const emit = defineEmits<{ press: [...acts: Act[]]; copy: []; paste: [] }>()
const TABS = [{ id: 'notes', title: 'Signs' }, { id: 'bars', title: 'Bars and key' }, { id: 'words', title: 'Words, chords' }] as const
const open = ref<(typeof TABS)[number]['id']>('notes')

const end = computed(() => props.view.anchor === null && (props.view.cursor === null || props.view.cursor === props.view.sounds.length - 1))
const length = computed(() => (end.value ? (props.view.pen.once ?? props.view.pen.length) : props.view.hand?.length))
const has = (mark: string) => !!props.view.hand?.marks.includes(mark)
const said = (kind: string) => props.view.hand?.said.find((one) => one.kind === kind)?.text ?? ''

const SHAPES: [string, string, Act][] = [
  ['.', 'dot', { do: 'dot' }],
  ['+', 'twice as long', { do: 'longer' }],
  ['-', 'half as long', { do: 'shorter' }],
  ['r', 'rest', { do: 'rest' }],
  ['t', 'hold on, tied', { do: 'hold' }],
  ['n', 'triplet', { do: 'triplet' }],
  ['#', 'sharp', { do: 'sharp' }],
  ['_', 'flat', { do: 'flat' }],
  ['=', 'natural', { do: 'natural' }],
  ['o', 'once more', { do: 'again' }],
  ['O', 'the bar once more', { do: 'again', given: { bar: true } }],
  ['↑', 'up a step', { do: 'step', given: { up: 1 } }],
  ['↓', 'down a step', { do: 'step', given: { up: -1 } }],
  ['Ctrl ↑', 'up an octave', { do: 'octave', given: { up: 1 } }],
  ['Ctrl ↓', 'down an octave', { do: 'octave', given: { up: -1 } }],
  ['l', 'slur', { do: 'slur' }],
  ['u', 'up-bow', { do: 'bow', given: { bow: 'up' } }],
  ['v', 'down-bow', { do: 'bow', given: { bow: 'down' } }]
]
const MARKS: [string, string][] = [
  ['staccato', 'staccato'],
  ['tenuto', 'tenuto'],
  ['accent', 'accent'],
  ['off_string', 'off the string'],
  ['trill', 'trill'],
  ['fermata', 'fermata'],
  ['breath', 'breath']
]
const SIGNS: [string, string][] = [['segno', 'segno'], ['coda', 'coda'], ['to_coda', 'To Coda'], ['fine', 'Fine'], ['da_capo', 'D.C.'], ['dal_segno', 'D.S.']]
const keys = computed(() => (KEYS.includes(props.view.key) ? KEYS : [props.view.key, ...KEYS]))
const pickups = computed(() => {
  const { pickup } = props.view
  return PICKUPS.some((one) => one.value === pickup) ? PICKUPS : [...PICKUPS, { value: pickup, title: `${pickup} quarters` }]
})
const meters = computed(() => (METERS.includes(props.view.meter) ? METERS : [props.view.meter, ...METERS]))

const typed = reactive({ words: '', chord: '', sing: '', letter: '', verse: 1 })
/** What was typed goes to the note in hand; nothing typed takes away what is there. */
function say(act: 'words' | 'chord' | 'sing'): void {
  emit('press', { do: act, given: { text: typed[act], ...(act === 'sing' ? { verse: typed.verse } : {}) } })
  typed[act] = ''
}
function grace(): void {
  emit('press', { do: 'grace', given: { letter: typed.letter } })
  typed.letter = ''
}
</script>

<template>
  <div class="tools">
    <div class="row" role="group" aria-label="Length">
      <v-btn
        v-for="one in LENGTHS" :key="one.length" density="compact" :variant="length === one.length ? 'tonal' : 'text'"
        :color="length === one.length ? 'primary' : undefined" :aria-pressed="length === one.length"
        @click="emit('press', { do: 'length', given: { length: one.length } })"
      >{{ one.words }}<kbd>{{ one.key }}</kbd></v-btn>
      <span v-if="end && view.pen.once" class="small fawn">next: {{ lengthWords(view.pen.once) }}</span>
      <span v-if="view.pen.group" class="small fawn">triplet: {{ view.pen.group }} to come</span>
    </div>
    <div class="row" role="group" aria-label="Note">
      <v-btn v-for="[key, name, act] in SHAPES" :key="key" density="compact" @click="emit('press', act)">{{ name }}<kbd>{{ key }}</kbd></v-btn>
      <v-btn density="compact" @click="emit('press', { do: 'delete' })">take away<kbd>⌫</kbd></v-btn>
      <v-btn density="compact" :disabled="!view.sounds.length" title="A stretch in hand: Shift and an arrow, or Shift and a click" @click="emit('copy')">
        copy<kbd>Ctrl C</kbd></v-btn>
      <v-btn density="compact" :disabled="!copied" title="Behind what is in hand" @click="emit('paste')">put the copy here<kbd>Ctrl V</kbd></v-btn>
    </div>
    <TabRow v-model="open" :tabs="TABS" label="More signs" panel="more-signs" />
    <div v-if="open === 'notes'" id="more-signs" class="row" role="tabpanel" aria-labelledby="tab-notes">
      <v-btn
        v-for="[mark, name] in MARKS" :key="mark" density="compact" :variant="has(mark) ? 'tonal' : 'text'" :disabled="!view.hand"
        @click="emit('press', { do: 'mark', given: { mark } })"
      >{{ name }}</v-btn>
      <span class="gap" />
      <v-btn
        v-for="name in DYNAMICS" :key="name" density="compact" class="dynamic" :variant="said('dynamic') === name ? 'tonal' : 'text'"
        :disabled="!view.hand" @click="emit('press', { do: 'dynamic', given: { text: said('dynamic') === name ? '' : name } })"
      >{{ name }}</v-btn>
      <v-btn density="compact" :disabled="!view.hand" @click="emit('press', { do: 'hairpin', given: { kind: 'crescendo' } })">growing</v-btn>
      <v-btn density="compact" :disabled="!view.hand" @click="emit('press', { do: 'hairpin', given: { kind: 'diminuendo' } })">fading</v-btn>
      <v-btn density="compact" :disabled="!view.hand" @click="emit('press', { do: 'hairpin', given: { kind: '' } })">no hairpin</v-btn>
      <span class="gap" />
      <span class="small quiet">printed finger</span>
      <v-btn
        v-for="finger in [0, 1, 2, 3, 4]" :key="finger" density="compact" class="one" :variant="view.hand?.finger === finger ? 'tonal' : 'text'"
        :disabled="!view.hand"
        @click="emit('press', { do: 'printed', given: { finger: view.hand?.finger === finger ? null : finger } })"
      >{{ finger }}</v-btn>
      <span class="gap" />
      <form class="inline" @submit.prevent="grace">
        <input v-model="typed.letter" aria-label="Letter of a grace note" maxlength="1" size="2" placeholder="g" />
        <v-btn type="submit" density="compact" :disabled="!view.hand">{{ typed.letter ? 'grace note' : 'no grace notes' }}</v-btn>
      </form>
    </div>
    <div v-else-if="open === 'bars'" id="more-signs" class="row" role="tabpanel" aria-labelledby="tab-bars">
      <v-btn density="compact" @click="emit('press', { do: 'repeat' })">repeat from here</v-btn>
      <v-btn density="compact" :disabled="!view.hand" @click="emit('press', { do: 'repeat_end' })">repeat to here</v-btn>
      <v-btn density="compact" :disabled="!view.hand" @click="emit('press', { do: 'ending', given: { number: '1' } })">1st ending</v-btn>
      <v-btn density="compact" :disabled="!view.hand" @click="emit('press', { do: 'ending', given: { number: '2' } })">2nd ending</v-btn>
      <v-btn density="compact" :disabled="!view.hand" @click="emit('press', { do: 'ending', given: { number: '' } })">no ending</v-btn>
      <v-btn density="compact" :disabled="!view.hand" @click="emit('press', { do: 'double' })">double line</v-btn>
      <v-btn density="compact" :disabled="!view.hand" @click="emit('press', { do: 'bar' })">bar line<kbd>|</kbd></v-btn>
      <v-btn
        density="compact" :disabled="!view.hand" title="From the bar in hand on, bars are filled one after the other"
        @click="emit('press', { do: 'flow' })"
      >fill bars anew</v-btn>
      <v-btn
        v-for="[sign, name] in SIGNS" :key="sign" density="compact" :disabled="!view.hand"
        @click="emit('press', { do: 'sign', given: { sign } })"
      >{{ name }}</v-btn>
      <span class="gap" />
      <v-select
        :model-value="view.key" :items="keys" label="Key from here" density="compact" class="pick"
        @update:model-value="emit('press', { do: 'key', given: { key: $event } })"
      />
      <v-select
        :model-value="view.meter" :items="meters" label="Meter from here" density="compact" class="pick"
        @update:model-value="emit('press', { do: 'meter', given: { meter: $event } })"
      />
      <v-select
        :model-value="view.pickup" :items="pickups" label="Pick-up" density="compact" class="pick"
        @update:model-value="emit('press', { do: 'pickup', given: { pickup: $event } })"
      />
      <v-text-field
        :model-value="view.tempo ?? ''" label="Tempo from here" inputmode="numeric" density="compact" class="pick"
        @change="emit('press', { do: 'tempo', given: { tempo: ($event.target as HTMLInputElement).value } })"
      />
    </div>
    <div v-else id="more-signs" class="row" role="tabpanel" aria-labelledby="tab-words">
      <form class="inline" @submit.prevent="say('words')">
        <input v-model="typed.words" aria-label="Words over the note in hand" maxlength="80" placeholder="sweetly" />
        <v-btn type="submit" density="compact" :disabled="!view.hand">{{ typed.words ? 'words here' : 'no words here' }}</v-btn>
      </form>
      <form class="inline" @submit.prevent="say('chord')">
        <input v-model="typed.chord" aria-label="Chord symbol over the note in hand" maxlength="16" size="6" placeholder="D7" />
        <v-btn type="submit" density="compact" :disabled="!view.hand">{{ typed.chord ? 'chord here' : 'no chord here' }}</v-btn>
      </form>
      <v-btn
        density="compact" :disabled="!view.hand"
        @click="emit('press', { do: 'rehearsal', given: { text: said('rehearsal') ? '' : 'A' } })"
      >rehearsal mark</v-btn>
      <form class="inline wide" @submit.prevent="say('sing')">
        <input
          v-model="typed.sing" class="long" aria-label="Words to sing, from the note in hand on" maxlength="2000"
          placeholder="Row- ing home to the * shore"
        />
        <select v-model.number="typed.verse" aria-label="Verse"><option v-for="number in 6" :key="number" :value="number">verse {{ number }}</option></select>
        <v-btn type="submit" density="compact" :disabled="!view.hand || !typed.sing">sung from here</v-btn>
      </form>
      <p class="small quiet">A syllable a note; a hyphen where a word goes on, _ holds a syllable for one more note, * leaves a note out.</p>
    </div>
  </div>
</template>

<style scoped>
.tools { display: grid; grid-template-columns: minmax(0, 1fr); gap: var(--room-2); }
.row { display: flex; flex-wrap: wrap; align-items: center; gap: 0 2px; min-height: 34px; }
.row :deep(.v-btn) { min-width: 0; padding: 0 var(--room-2); font-weight: 500; letter-spacing: 0; }
kbd {
  margin-left: var(--room-2); font: 600 0.72rem ui-monospace, 'DejaVu Sans Mono', monospace; color: var(--quiet);
  border: 1px solid var(--rule); border-radius: 4px; padding: 0 var(--room-1); text-transform: none;
}
.dynamic { font-style: italic; font-weight: 700 !important; font-family: var(--v-font-heading); }
.gap { flex-basis: 100%; height: 4px; }
.pick { max-width: 150px; min-width: 130px; margin: var(--room-3) var(--room-3) 0 0; }
.inline { display: inline-flex; align-items: center; gap: var(--room-1); margin-right: var(--room-3); }
.inline.wide { flex: 1 1 100%; flex-wrap: wrap; }
.inline input, .inline select {
  border: 1px solid var(--quiet); border-radius: 5px; padding: var(--room-1) var(--room-2); background: var(--card); color: inherit;
  max-width: 170px;
}
.inline .long { flex: 1; max-width: none; min-width: 160px; }
</style>
