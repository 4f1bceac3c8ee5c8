<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ask, byId } from '../api/client'
import { inStudio } from '../api/takes'
import type { TakeProposal } from '../api/types'
import TakeResult from '../components/TakeResult.vue'
import { useAct } from '../composables/useAct'
import { useKeys } from '../composables/useKeys'
import { useTakeShown } from '../composables/useTakeShown'
import { centsWords } from '../geometry/heard'
import { usePupils } from '../stores/pupils'

/** One recording as the teacher looks at it: what was heard, and the marks that it would give, each taken by a key. */
const route = useRoute()
const router = useRouter()
const pupils = usePupils()
const { take, problem, show } = useTakeShown(inStudio)
const { busy, said, trouble, act } = useAct()
const taken = reactive(new Set<string>())
const sure = ref(false)
const WHERE = { home: 'recorded at home', lesson: 'recorded in the lesson', desk: 'recorded in the studio' }
const heard = computed(() => take.value?.result?.heard ?? null)
/** What was heard beside what went well and what comes next, which the pupil sees too. */
const told = computed(() => heard.value?.sentences.filter((words) => !heard.value!.well.includes(words) && !words.startsWith('Next:')) ?? [])
const open = computed(() => (take.value?.proposals ?? []).filter((one) => !isTaken(one)))
const tempoWords = computed(() => {
  const tempo = heard.value?.tempo
  if (!tempo) return ''
  return `Tempo asked ${tempo.asked}${tempo.played ? `, played ${Math.round(tempo.played)}` : ''}.`
})
const isTaken = (one: TakeProposal): boolean => one.taken || taken.has(one.key)

watch(() => route.params.id, (id) => id && void show(Number(id)), { immediate: true })
watch(() => take.value?.pupil_id, (id) => id && pupils.choose(id))

/** A mark as proposed, or as the teacher would rather have it. */
const mark = (one: TakeProposal, value = one.value) =>
  act(async () => {
    const about = one.skill ? { skill: one.skill } : { tune_id: one.tune_id! }
    const body = { ...about, value, note: one.words, source: 'recording' as const, key: one.key, made_on: take.value!.made_on }
    await ask('post', '/api/pupils/{id}/marks', { ...byId(take.value!.pupil_id!), body })
    taken.add(one.key)
  }, `Marked ${value} for ${one.name}.`)
const again = () => act(async () => {
  await ask('post', '/api/takes/{id}/again', byId(take.value!.id))
  await show(take.value!.id)
})
const remove = () => act(async () => {
  const back = take.value!.pupil_id ? `/pupils/${take.value!.pupil_id}/takes` : '/today'
  await ask('delete', '/api/takes/{id}', byId(take.value!.id))
  await router.replace(back)
})
useKeys((event) => {
  if (event.ctrlKey || event.metaKey || event.altKey || busy.value) return
  if (event.key === 'm' && open.value[0]) void mark(open.value[0])
  const one = /^[1-9]$/.test(event.key) ? take.value?.proposals[Number(event.key) - 1] : undefined
  if (one && !isTaken(one)) void mark(one)
})
</script>

<template>
  <div class="page" :data-state="take?.state">
    <div v-if="problem" class="problem" role="alert">{{ problem.text }} <v-btn @click="show(Number(route.params.id))">Try again</v-btn></div>
    <template v-if="take">
      <header>
        <h1>{{ take.title }}</h1>
        <span class="quiet"><template v-if="pupils.current && take.pupil_id">
          <router-link :to="`/pupils/${take.pupil_id}/takes`">{{ pupils.current.name }}</router-link>,</template>
          {{ WHERE[take.source] }}</span>
        <span class="push">
          <v-btn v-if="take.chart_id" :to="`/charts/${take.chart_id}`">Its chart</v-btn>
          <v-btn v-if="take.sound && take.state === 'heard'" :href="inStudio.sound(take.id)" download>Save as WAV</v-btn>
          <v-btn v-if="!sure" @click="sure = true">Throw it away</v-btn>
          <v-btn v-else color="error" :loading="busy" @click="remove">For good</v-btn>
        </span>
      </header>
      <div :class="{ columns: take.state === 'heard' && heard }">
        <TakeResult :take="take" :place="inStudio" teacher @again="again" />
        <aside v-if="heard" aria-label="What the teacher may want to do">
          <template v-if="take.proposals.length">
            <h2>Marks it would give</h2>
            <p class="small quiet">Press <kbd>m</kbd> for the next one, or its number. Nothing is marked by itself.</p>
            <ol class="marks">
              <li v-for="(one, at) in take.proposals" :key="one.key" :class="{ done: isTaken(one) }">
                <p><kbd>{{ at + 1 }}</kbd> <b>{{ one.name }}</b>: {{ one.value }} <span v-if="one.skill && !one.had" class="small fawn">new</span></p>
                <p class="small">{{ one.words }}</p>
                <p v-if="isTaken(one)" class="small">marked</p>
              <p v-else class="acts">
                <v-btn
                  v-for="value in [0, 1, 2, 3]" :key="value" density="compact" :variant="value === one.value ? 'flat' : 'text'"
                  :color="value === one.value ? 'primary' : undefined" :disabled="busy" :aria-label="`Mark ${value} for ${one.name}`" @click="mark(one, value)"
                >{{ value }}</v-btn>
              </p>
              </li>
            </ol>
          </template>
          <p class="small" role="status">{{ said }}</p>
          <p v-if="trouble" class="problem small" role="alert">{{ trouble.text }}</p>
          <h2>Heard</h2>
          <ul class="plain small"><li v-for="one in told" :key="one">{{ one }}</li></ul>
          <table v-if="heard.fingers.length" class="small">
            <tbody>
              <tr v-for="one in heard.fingers.slice(0, 8)" :key="`${one.string}${one.finger}${one.placement}`">
                <td>{{ one.string }} {{ one.finger }}</td>
                <td>{{ one.placement }}</td>
                <td>{{ centsWords(one.cents) }}</td>
                <td class="quiet">{{ one.notes }} notes</td>
              </tr>
            </tbody>
          </table>
          <p class="small quiet">{{ tempoWords }}</p>
        </aside>
      </div>
    </template>
  </div>
</template>

<style scoped>
.columns { display: grid; grid-template-columns: minmax(0, 1fr) 290px; gap: var(--room-6); align-items: start; }
.marks { padding: 0; margin: 0; list-style: none; }
.marks li { border-top: 1px solid var(--rule); padding: var(--room-1) 0; }
.marks li.done { opacity: 0.65; }
.marks p { margin: 0; }
.acts { display: flex; gap: 2px; }
.acts .v-btn { min-width: 36px; }
td { padding: 1px var(--room-3) 1px 0; }
kbd { font: 600 0.75rem ui-monospace, 'DejaVu Sans Mono', monospace; border: 1px solid var(--rule); border-radius: 4px; padding: 0 var(--room-1); }
@media (--desk) { .columns { grid-template-columns: minmax(0, 1fr); } }
</style>
