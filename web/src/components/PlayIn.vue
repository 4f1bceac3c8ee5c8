<script setup lang="ts">
import { computed, watch } from 'vue'
import { inStudio, type TakeAbout } from '../api/takes'
import type { Instrument, Take, Writing } from '../api/types'
import { useTakeShown } from '../composables/useTakeShown'
import type { Start } from '../stores/writing'
import RecordTake from './RecordTake.vue'

/** A tune played to a click becomes written notes: pitches, lengths on the beat, the key as it was chosen or by the notes. */
const props = defineProps<{ start: Start; instrument: Instrument; click: Writing['click'] }>()
const emit = defineEmits<{ written: [text: string, notices: string[]] }>()
const { take, problem, show, leave } = useTakeShown(inStudio)
const meter = computed(() => (props.start.meter === 'none' ? '4/4' : props.start.meter))
const tempo = computed(() => props.start.tempo ?? 72)
const about = (): TakeAbout => ({ kind: 'played', tempo: tempo.value, meter: meter.value, music_key: props.start.key, instrument: props.instrument })

watch(take, async (now) => {
  const tune = now?.result?.tune
  if (!now || now.state !== 'heard' || !tune) return
  leave()
  emit('written', tune.text, tune.notices)
  await inStudio.remove(now.id).catch(() => undefined) // it was only for this
})
const done = (one: Take) => void show(one.id)
</script>

<template>
  <section class="play-in" aria-label="Play it in">
    <p class="aside-label">or play it in</p>
    <p class="small quiet">One line, to the click, {{ tempo }} to the minute in {{ meter }}. With earphones let the click go on. What is doubtful is told;
      correct it on the staff.</p>
    <RecordTake
      :place="inStudio" :about="about" :play="async () => ({ ...click, first: 0, bars: [], clicks: null })" :tempo="tempo" label="Play it in"
      @start="leave" @done="done"
    />
    <p v-if="take && ['waiting', 'listening'].includes(take.state)" class="small" role="status">
      {{ take.before ? `${take.before} before this one …` : 'Writing it down …' }}</p>
    <p v-if="take?.state === 'refused'" class="problem small" role="alert">{{ take.trouble.replace(/\.?$/, '.') }} {{ take.remedy }}</p>
    <p v-if="problem" class="problem small" role="alert">{{ problem.text }}</p>
  </section>
</template>

<style scoped>
.play-in p { margin-bottom: var(--room-1); }
</style>
