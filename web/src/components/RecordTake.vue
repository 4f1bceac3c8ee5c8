<script setup lang="ts">
import { mdiMicrophone, mdiStop } from '@mdi/js'
import { computed, onMounted, ref } from 'vue'
import type { Trouble } from '../api/client'
import type { TakeAbout, TakePlace } from '../api/takes'
import type { Take } from '../api/types'
import { LONGEST, useRecorder } from '../composables/useRecorder'
import { momentOf } from '../geometry/dates'
import { clockWords } from '../geometry/lesson'
import type { Beats } from '../geometry/play'
import { plain } from '../composables/kept'
import { MOST, useTakes, type KeptTake, type Sending } from '../stores/takes'

/**
 * Records: counts in, shows that it records and how loud, sends what it hears while it goes on. A WAV file can be chosen instead. done: the recording has
 * arrived and is listened to.
 */
const props = defineProps<{ place: TakePlace; about: () => TakeAbout; play: () => Promise<Beats | null>; tempo: number; label?: string; standIn?: boolean }>()
const emit = defineEmits<{ done: [take: Take]; start: [] }>()
const takes = useTakes()
const { state, level, seconds, problem, start, stop } = useRecorder()
const sending = ref<Sending | null>(null)
const left = ref<KeptTake[]>([])
const wrong = ref('')
const goesKept = plain('fawnmoss.record.click')
const goes = ref(goesKept.read() === 'yes')
const file = ref<HTMLInputElement | null>(null)
const busy = computed(() => !!sending.value && ['sending', 'waiting'].includes(sending.value.state) && state.value === 'still')
/** 0 to 1 on a scale of loudness: 50 dB from the left end to the right one. */
const loud = computed(() => Math.max(0, Math.min(1, 1 + Math.log10(Math.max(level.value, 1e-4)) / 2.5)))
const part = computed(() => (sending.value?.parts ? Math.round((100 * sending.value.sent) / sending.value.parts) : 0))

onMounted(async () => (left.value = await takes.left(props.place)))

async function record(): Promise<void> {
  wrong.value = ''
  sending.value = null
  emit('start')
  goesKept.keep(goes.value ? 'yes' : null)
  const about = props.about()
  const play = await props.play().catch(() => null)
  await start({ play, tempo: props.tempo, goes: goes.value }, {
    begin: (rate) => arrive((sending.value = takes.begin(props.place, about, rate))),
    part: (bytes) => sending.value && takes.part(sending.value, bytes),
    end: () => sending.value && takes.end(sending.value),
  })
}

/** Waits for a recording to arrive, then hands it on. */
function arrive(one: Sending): void {
  const look = setInterval(() => {
    if (one.state === 'sending' || one.state === 'waiting') return
    clearInterval(look)
    if (one.state === 'arrived' && one.take) emit('done', one.take)
    if (sending.value === one && one.state === 'arrived') sending.value = null
    else if (one.state === 'refused') stop()
  }, 200)
}

function choose(event: Event): void {
  const input = event.target as HTMLInputElement
  const chosen = input.files?.[0]
  input.value = ''
  if (!chosen) return
  wrong.value = sizeTrouble(chosen.size)
  if (wrong.value) return
  emit('start')
  arrive((sending.value = takes.file(props.place, props.about(), chosen)))
}
function sizeTrouble(bytes: number): string {
  if (!bytes) return 'This file is empty.'
  const size = `This file has ${Math.ceil(bytes / 1e6)} MB; ${MOST / 1e6} are the most.`
  return bytes > MOST ? `${size} Record a part of it, or save it with one channel.` : ''
}
async function sendLeft(one: KeptTake): Promise<void> {
  left.value = left.value.filter((other) => other.key !== one.key)
  arrive((sending.value = takes.resume(props.place, one)))
}
async function forgetLeft(one: KeptTake): Promise<void> {
  left.value = left.value.filter((other) => other.key !== one.key)
  await takes.forget(one.key)
}
/** A pupil who is not there plays it, with a few faults: to try all this without a microphone. */
const standing = ref(false)
async function stand(): Promise<void> {
  wrong.value = ''
  standing.value = true
  emit('start')
  try {
    emit('done', await props.place.standIn!(props.about()))
  } catch (error) {
    wrong.value = (error as Trouble).text
  } finally {
    standing.value = false
  }
}
function drop(): void {
  const one = sending.value
  stop()
  if (one) void takes.drop(props.place, one)
  sending.value = null
}
</script>

<template>
  <div class="record" role="group" aria-label="Record">
    <template v-if="state === 'still'">
      <v-btn :prepend-icon="mdiMicrophone" variant="tonal" color="secondary" :disabled="busy" @click="record">{{ label ?? 'Record' }}</v-btn>
      <label class="small"><input v-model="goes" type="checkbox" /> click goes on (with earphones)</label>
      <v-btn density="compact" :disabled="busy" @click="file?.click()">Choose a WAV file</v-btn>
      <v-btn v-if="standIn && place.standIn" density="compact" :disabled="busy || standing" :loading="standing" @click="stand">
        Let the stand-in pupil play</v-btn>
      <input ref="file" type="file" accept=".wav,audio/wav,audio/x-wav" class="spoken" aria-label="A recording as a WAV file" tabindex="-1" @change="choose" />
    </template>
    <template v-else>
      <span :class="['sign', state]" role="status"><i aria-hidden="true"></i>{{
        state === 'asking' ? 'asking for the microphone' : state === 'counting' ? 'counting in' : `recording ${clockWords(seconds)}` }}</span>
      <span class="level" role="meter" aria-label="Loudness" aria-valuemin="0" aria-valuemax="100" :aria-valuenow="Math.round(loud * 100)"><i
        :style="{ width: `${loud * 100}%` }"></i></span>
      <v-btn :prepend-icon="mdiStop" variant="flat" color="primary" @click="stop">{{ state === 'recording' ? 'Stop' : 'Leave it' }}</v-btn>
      <v-btn v-if="state === 'recording'" density="compact" @click="drop">Throw it away</v-btn>
      <span v-if="state === 'recording' && seconds > 4 && level < 0.01" class="small fawn">Hardly anything is heard: is the microphone the right one?</span>
      <span v-if="seconds > LONGEST - 30" class="small fawn">It ends by itself after {{ LONGEST / 60 }} minutes.</span>
    </template>
    <span v-if="busy" class="small" role="status">
      <template v-if="sending!.state === 'waiting'">The connection is lost. The recording is kept here and goes on by itself.</template>
      <template v-else>sending, {{ part }} % …</template>
      <v-btn density="compact" @click="drop">Leave it</v-btn>
    </span>
    <p v-if="problem || wrong" class="problem small" role="alert">{{ problem || wrong }}</p>
    <p v-if="sending?.state === 'refused' && sending.trouble" class="problem small" role="alert">{{ sending.trouble.text }}</p>
    <p v-for="one in left" :key="one.key" class="small fawn">A recording of {{ momentOf(one.at) }} was not sent to its end.
      <v-btn density="compact" @click="sendLeft(one)">Send it</v-btn><v-btn density="compact" @click="forgetLeft(one)">Throw it away</v-btn></p>
  </div>
</template>

<style scoped>
.record { display: flex; flex-wrap: wrap; gap: var(--room-1) var(--room-4); align-items: center; }
.record p { flex-basis: 100%; margin: 0; }
label { display: inline-flex; gap: var(--room-1); align-items: center; }
input { accent-color: rgb(var(--v-theme-primary)); }
.sign { display: inline-flex; align-items: center; gap: var(--room-2); font-weight: 600; }
.sign i { width: 14px; height: 14px; border-radius: 50%; border: 2px solid var(--brick); }
.sign.recording i { background: var(--brick); }
.level { width: 130px; height: 10px; border: 1px solid var(--rule); border-radius: 5px; overflow: hidden; }
.level i { display: block; height: 100%; background: var(--moss); }
@media print { .record { display: none; } }
</style>
