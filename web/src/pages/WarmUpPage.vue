<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { ask, byId } from '../api/client'
import type { RoutineStep } from '../api/types'
import OfPupil from '../components/OfPupil.vue'
import RoutineSteps from '../components/RoutineSteps.vue'
import SmallPicture from '../components/SmallPicture.vue'
import { useLoad } from '../composables/useLoad'
import { usePictures } from '../composables/usePictures'
import { clockWords } from '../geometry/lesson'
import { usePupils } from '../stores/pupils'

/** A warm-up of body and bow hand, cut to the minutes there are, with a clock that leads through it. */
const route = useRoute()
const pupils = usePupils()
const minutes = ref(5)
const { data: found, problem, load } = useLoad(() => ask('get', '/api/pupils/{id}/warm-up', byId(Number(route.params.id), { minutes: minutes.value })))
watch([() => route.params.id, minutes], () => void load(), { immediate: true })
watch(found, (shown) => shown && pupils.choose(shown.pupil.id))
const pictures = usePictures(() => found.value?.pupil.instrument)

const gone = ref<number | null>(null)
const length = (step: RoutineStep) => step.times * step.seconds + step.rest
const total = computed(() => (found.value?.steps ?? []).reduce((sum, step) => sum + length(step), 0))
/** The step that is due, the time left of it, and whether it is its rest. */
const now = computed(() => {
  if (gone.value === null) return null
  let left = gone.value
  for (const step of found.value?.steps ?? []) {
    if (left < length(step))
      return { step, left: length(step) - left, rest: left >= step.times * step.seconds, time: Math.min(step.times, Math.floor(left / step.seconds) + 1) }
    left -= length(step)
  }
  return null
})
const { pause, resume } = useIntervalFn(() => {
  gone.value = (gone.value ?? 0) + 1
  if (gone.value >= total.value) stop()
}, 1000, { immediate: false })
function stop(): void {
  pause()
  gone.value = null
}
function start(): void {
  gone.value = 0
  resume()
}
</script>

<template>
  <div class="page">
    <div v-if="problem" class="problem" role="alert">{{ problem.text }} <v-btn @click="load">Try again</v-btn></div>
    <template v-if="found">
      <header>
        <h1>Warm-up</h1>
        <OfPupil :pupil="found.pupil" />
        <span class="push">
          <v-btn v-if="gone === null" variant="flat" color="primary" @click="start">Lead through it</v-btn>
          <v-btn v-else variant="outlined" @click="stop">Stop</v-btn>
        </span>
      </header>
      <v-select v-model="minutes" :items="[2, 3, 5, 8, 12, 20].map((value) => ({ value, title: `${value} minutes` }))" label="For" class="choose" />
      <section v-if="now" class="now" aria-live="polite">
        <p class="aside-label">{{ now.rest ? 'rest' : `${now.time} of ${now.step.times}` }}</p>
        <h2>{{ now.rest ? 'Let go' : now.step.name }}</h2>
        <p v-if="!now.rest">{{ now.step.words }}</p>
        <SmallPicture v-if="!now.rest && pictures?.exercises[now.step.id]" :picture="pictures.exercises[now.step.id]!" large />
        <p class="clock">{{ clockWords(now.left) }}</p>
        <p v-if="now.step.caution" class="fawn">{{ now.step.caution }}</p>
      </section>
      <RoutineSteps :steps="found.steps" :pictures="pictures?.exercises" />
      <p class="small quiet mt-3">{{ clockWords(total) }} altogether. Whole body first; short sets with rests; stop when something stings, goes numb
        or aches. <router-link to="/care">Care</router-link></p>
      <details class="mt-2"><summary class="aside-label">Every exercise for this pupil</summary><RoutineSteps :steps="found.all"
        :pictures="pictures?.exercises" /></details>
    </template>
  </div>
</template>

<style scoped>
.choose { max-width: 180px; margin-bottom: var(--room-3); }
.now { border-left: 4px solid var(--moss); padding: var(--room-1) var(--room-5); margin: var(--room-2) 0 var(--room-4); font-size: 1.3rem; }
.now h2 { font-size: 2.4rem; }
.clock { font-size: 2rem; font-weight: 600; }
summary { cursor: pointer; }
</style>
