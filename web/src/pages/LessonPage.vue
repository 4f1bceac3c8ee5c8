<script setup lang="ts">
import { onUnmounted, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ask, byId, type Trouble } from '../api/client'
import type { Lesson } from '../api/types'
import LessonRun from '../components/LessonRun.vue'
import { ENGRAVER } from '../composables/useEngraver'
import { keepPage } from '../composables/pageKept'
import { useLoad } from '../composables/useLoad'
import { single } from '../composables/kept'

/** Opens a lesson; one that was opened here before goes on without a connection. */
const route = useRoute()
const router = useRouter()
const { data: lesson, problem, load } = useLoad(fetchLesson)
const kept = () => single<Lesson>(`fawnmoss.lesson.${route.params.id}.plan`)

async function fetchLesson(): Promise<Lesson> {
  try {
    const found = await ask('get', '/api/lessons/{id}', byId(Number(route.params.id)))
    kept().keep(found)
    return found
  } catch (error) {
    const plan = kept().read()
    if (plan && (error as Trouble).passing) return plan
    throw error
  }
}
let keeping: ReturnType<typeof setTimeout> | undefined
onUnmounted(() => clearTimeout(keeping))
watch(() => route.params.id, () => void load(), { immediate: true })
watch(lesson, (found) => {
  // Once the notes are there too, the engraver is put by as well.
  if (found?.status === 'running') keeping = setTimeout(() => void keepPage(found.items.some((one) => one.line || one.chart_id) ? ENGRAVER : []), 4000)
  if (found?.status === 'done') void router.replace(`/lessons/${found.id}/home`)
  if (found?.status === 'planned') void router.replace(`/pupils/${found.pupil.id}/plan?date=${found.held_on}`)
})
</script>

<template>
  <div v-if="problem" class="page">
    <p class="problem" role="alert">{{ problem.text }} <v-btn @click="load">Try again</v-btn> <router-link to="/today">Today</router-link></p>
  </div>
  <LessonRun v-if="lesson?.status === 'running'" :key="lesson.id" :opened="lesson" />
</template>
