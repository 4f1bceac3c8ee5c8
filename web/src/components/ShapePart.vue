<script setup lang="ts">
import { computed } from 'vue'
import type { ChartNote } from '../api/types'
import { LOUDEST, SOFTEST } from '../geometry/swell'

/** The note in hand as music: how loud, why, how the bow does it; softer and louder with what that would cost. */
const props = defineProps<{ note: ChartNote }>()
const emit = defineEmits<{ level: [level: number | null] }>()

const shape = computed(() => props.note.shape!)
const bow = computed(() =>
  [
    shape.value.touch ? { weight: 'with weight', light: 'lighter and shorter than the note before' }[shape.value.touch] : '',
    `contact zone ${shape.value.zone} of 5`,
    shape.value.breath ? `gives ${shape.value.breath} of its length to the breath` : ''
  ].filter(Boolean).join('; ')
)
</script>

<template>
  <div class="shape">
    <h3>As music</h3>
    <p class="level">
      <v-btn
        density="compact" title="−" aria-label="Softer" :disabled="shape.level <= SOFTEST" @click="emit('level', shape.level - 1)"
      >softer <span class="small quiet">{{ shape.hows[shape.level - 1] }}</span></v-btn>
      <b>{{ shape.words }}</b>
      <v-btn
        density="compact" title="+" aria-label="Louder" :disabled="shape.level >= LOUDEST" @click="emit('level', shape.level + 1)"
      >louder <span class="small quiet">{{ shape.hows[shape.level + 1] }}</span></v-btn>
    </p>
    <ul class="small"><li v-for="reason in shape.reasons" :key="reason">{{ reason }}</li></ul>
    <p class="small quiet">{{ bow }}</p>
    <v-btn v-if="shape.set" density="compact" @click="emit('level', null)">Let Fawnmoss choose the loudness</v-btn>
  </div>
</template>

<style scoped>
.shape { border-top: 1px solid var(--rule); margin-top: var(--room-2); padding-top: var(--room-1); }
.level { display: flex; align-items: center; gap: var(--room-1); flex-wrap: wrap; margin: 2px 0; }
.level .v-btn { padding: 0 var(--room-1); }
.level .small { margin-left: 4px; font-weight: 400; }
ul { padding-left: 1.35em; margin: var(--room-1) 0; }
</style>
