<script setup lang="ts">
const open = defineModel<boolean>({ required: true })
const groups = [
  {
    name: 'Everywhere',
    keys: [
      ['/', 'switch pupil'],
      ['Ctrl K', 'anything by its name'],
      ['?', 'this sheet']
    ]
  },
  {
    name: 'Lesson',
    keys: [
      ['→ ←', 'next item, item before'],
      ['0–3', 'mark it'],
      ['Space', 'stop the clock, let it run'],
      ['m  [  ]', 'click on and off, slower, faster'],
      ['x', 'next time'],
      ['h', 'it hurt'],
      ['n', 'note; Esc leaves it'],
      ['f', 'fit the rest into the time left']
    ]
  },
  {
    name: 'Writing desk',
    keys: [
      ['a–g', 'the note of that name, near the last; by finger: a string, then 0–4'],
      ['w h q i s', 'whole, half, quarter, eighth, sixteenth'],
      ['.  +  -', 'dot, twice and half as long'],
      ['r  t  n', 'rest, hold on, triplet'],
      ['#  _  =', 'sharp, flat, natural'],
      ['↑ ↓', 'a step; with Ctrl an octave; by finger the string'],
      ['o  O', 'the note, the bar once more'],
      ['l  u  v  |', 'slur, up-bow, down-bow, bar line'],
      ['← → Home End', 'take a note in hand; with Shift a stretch'],
      ['⌫', 'take away'],
      ['Ctrl C  Ctrl V', 'copy a stretch, put it behind what is in hand; Ctrl X takes it away'],
      ['Space', 'play, stop'],
      ['Ctrl Z', 'undo; with Shift, redo']
    ]
  },
  {
    name: 'Chart desk',
    keys: [
      ['← →', 'note before, note after'],
      ['↑ ↓', 'another place for the note'],
      ['0–4', 'finger'],
      ['s, then a letter', 'string'],
      ['d  u', 'down-bow, up-bow'],
      ['l  h  f', 'in one bow with the note before, hooked, lifted'],
      ['p', 'pin or unpin'],
      ['+  -', 'louder, softer, where it is played as music'],
      ['Shift ← →', 'select several notes'],
      ['b', 'a spot from the selection'],
      ['Space', 'play, stop'],
      ['[  ]', 'slower, faster'],
      ['v', 'simple or full version'],
      ['Ctrl Z', 'undo; with Shift, redo'],
      ['Ctrl P', 'print the chart']
    ]
  }
]
</script>

<template>
  <v-dialog v-model="open" max-width="460">
    <v-card class="sheet" aria-label="Keys">
      <template v-for="group in groups" :key="group.name">
        <h2>{{ group.name }}</h2>
        <dl>
          <template v-for="[key, what] in group.keys" :key="key"><dt>{{ key }}</dt><dd>{{ what }}</dd></template>
        </dl>
      </template>
      <v-btn class="mt-3" @click="open = false">Close</v-btn>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.sheet { padding: var(--room-5) var(--room-6); }
dl { display: grid; grid-template-columns: 9em 1fr; gap: var(--room-1) var(--room-3); margin: var(--room-2) 0 var(--room-4); }
dt { font-weight: 600; }
dd { margin: 0; }
</style>
