<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { ask, byId, Trouble } from '../api/client'
import { inStudio, ofPupil, type TakeAbout } from '../api/takes'
import type { Allowed, Take, Takes, TakeShort } from '../api/types'
import { momentOf } from '../geometry/dates'
import type { Beats } from '../geometry/play'
import { usePlayer } from '../stores/player'
import ConsentAsk from './ConsentAsk.vue'
import RecordTake from './RecordTake.vue'

/** Recording in the studio: asks for consent where a pupil is recorded, then goes to what was heard. */
const props = defineProps<{
  pupilId: number | null
  about: () => TakeAbout
  play: () => Promise<Beats | null>
  tempo: number
  stay?: boolean
  shown?: (take: TakeShort) => boolean
}>()
const emit = defineEmits<{ done: [take: Take] }>()
const router = useRouter()
const player = usePlayer()
const known = ref<Takes | null>(null)
const problem = ref<Trouble | null>(null)
const mayRecord = computed(() => props.pupilId === null || !!known.value?.consent)
const before = computed(() => (known.value?.takes ?? []).filter((take) => props.shown?.(take)).slice(0, 6))

async function load(): Promise<void> {
  known.value = null
  problem.value = null
  if (props.pupilId === null) return
  try {
    known.value = await ask('get', '/api/pupils/{id}/takes', byId(props.pupilId))
  } catch (error) {
    problem.value = error as Trouble
  }
}
watch(() => props.pupilId, load, { immediate: true })
const said = (allowed: Allowed): void => void (known.value = { ...known.value!, ...allowed })
function done(take: Take): void {
  emit('done', take)
  if (props.stay) void load()
  else void router.push(`/takes/${take.id}`)
}
</script>

<template>
  <section class="here" aria-label="Recording">
    <p v-if="problem" class="problem small" role="alert">{{ problem.text }} <v-btn density="compact" @click="load">Try again</v-btn></p>
    <ConsentAsk v-if="pupilId !== null && known && !mayRecord" :name="known.pupil.name" :allowed="known" :permission="ofPupil(pupilId)" @change="said" />
    <RecordTake
      v-if="mayRecord" :place="inStudio" :about="about" :play="play" :tempo="tempo" :stand-in="pupilId === null" @start="player.stop()" @done="done"
    />
    <p v-if="before.length" class="small before">Before:
      <router-link v-for="take in before" :key="take.id" :to="`/takes/${take.id}`">
        {{ momentOf(take.at) }}{{ take.state === 'coming' ? ' (broke off)' : '' }}</router-link>
    </p>
  </section>
</template>

<style scoped>
.here { padding: var(--room-1) 0; }
.before { display: flex; gap: var(--room-3); flex-wrap: wrap; margin: var(--room-1) 0 0; }
@media print { .here { display: none; } }
</style>
