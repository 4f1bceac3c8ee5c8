<script setup lang="ts">
import { mdiClose, mdiVolumeHigh, mdiVolumeOff } from '@mdi/js'
import type { Pace, PartView, ScoreView, Side } from '../api/types'
import type { Voice } from '../composables/useEnsemble'
import { PACES, SIDES } from '../geometry/together'

/** The parts of a score: whose they are, how loud, how they move, and which stand in another key than the first. */
defineProps<{ score: ScoreView; views: PartView[]; voice: (chart: number) => Voice; busy: boolean }>()
const emit = defineEmits<{ loudness: []; away: [chart: number]; way: [chart: number, how: { side?: Side; pace?: Pace }]; bring: [chart: number] }>()

function silence(own: Voice): void {
  own.off = !own.off
  emit('loudness')
}
</script>

<template>
  <ul class="plain voices" aria-label="Parts">
    <li v-for="(part, at) in score.parts" :key="part.id">
      <div class="name">
        <router-link :to="`/charts/${part.id}`">{{ part.name }}</router-link>
        <span class="tools">
          <v-btn
            :icon="voice(part.id).off ? mdiVolumeOff : mdiVolumeHigh" density="compact" variant="text" :aria-label="`${part.name} sounds`"
            :aria-pressed="!voice(part.id).off" @click="silence(voice(part.id))"
          />
          <v-btn
            v-if="score.parts.length > 1" :icon="mdiClose" density="compact" variant="text" :aria-label="`Do not show ${part.name}`"
            @click="emit('away', part.id)"
          />
        </span>
      </div>
      <input
        v-model.number="voice(part.id).loud" type="range" min="5" max="100" :disabled="voice(part.id).off"
        :aria-label="`Loudness of ${part.name}`" @change="emit('loudness')"
      />
      <div v-if="part.part === 'second' || part.part === 'answer'" class="ways">
        <v-select
          :model-value="views[at]?.side" :items="SIDES" density="compact" :aria-label="`Side of ${part.name}`" :disabled="busy"
          @update:model-value="emit('way', part.id, { side: $event as Side })"
        />
        <v-select
          :model-value="views[at]?.pace" :items="PACES" density="compact" :aria-label="`How ${part.name} moves`" :disabled="busy"
          @update:model-value="emit('way', part.id, { pace: $event as Pace })"
        />
      </div>
      <p v-if="part.key !== score.key" class="small fawn">
        It stands in {{ part.key }}. <v-btn density="compact" :disabled="busy" @click="emit('bring', part.id)">Bring it into {{ score.key }}</v-btn>
      </p>
      <router-link v-if="part.pupil_id" class="small" :to="`/charts/${part.id}/card`">Make a card</router-link>
    </li>
  </ul>
</template>

<style scoped>
.voices { margin: 0 0 var(--room-2); }
.voices li { border-bottom: 1px solid var(--rule); padding: var(--room-1) 0 var(--room-2); }
.name { display: flex; align-items: center; justify-content: space-between; gap: var(--room-2); }
.tools { white-space: nowrap; }
input[type='range'] { width: 100%; margin: 0; accent-color: rgb(var(--v-theme-primary)); }
.ways { display: grid; grid-template-columns: 1fr 1.3fr; gap: var(--room-2); }
</style>
