<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ask, byId, type Trouble } from '../api/client'
import type { Placing } from '../api/types'
import { useAct } from '../composables/useAct'
import { useLoad } from '../composables/useLoad'
import { single } from '../composables/kept'
import { useShelfTunes } from '../composables/useShelfTunes'
import { HOW, told, ticked, type How, type Told } from '../geometry/placing'
import { newKey } from '../geometry/words'
import { usePupils } from '../stores/pupils'

/** What a pupil who already plays has: told stage by stage or by what is played well, seen at once in the next lesson, then kept. */
const route = useRoute()
const router = useRouter()
const pupils = usePupils()
const id = Number(route.params.id)
const kept = single<Told>(`fawnmoss.placing.${id}`)
const wish = ref<Told>(kept.read() ?? { stages: {}, tunes: [], ticks: {}, key: newKey() })
const placing = ref<Placing | null>(null)
const open = ref<string | null>(null)
const { words, tunes, look: find } = useShelfTunes(20, () => wish.value.tunes)
const { busy, trouble, act } = useAct()
const { data: pupil, problem, load } = useLoad(() => ask('get', '/api/pupils/{id}', byId(id)))
let asked = 0

async function look(): Promise<void> {
  const mine = ++asked
  try {
    const found = await ask('post', '/api/pupils/{id}/placing/try', { ...byId(id), body: told(wish.value) })
    if (mine !== asked) return
    placing.value = found
    problem.value = null
  } catch (error) {
    if (mine === asked) problem.value = error as Trouble
  }
}
watch(wish, (now) => {
  kept.keep(now)
  void look()
}, { deep: true })
watch(pupil, (found) => found && pupils.choose(found.id))
void load()
void look()
void find()

const order = computed(() => placing.value?.stages.map((one) => one.stage) ?? [])
const choose = (stage: string, how: How) => (wish.value = ticked(wish.value, order.value, stage, how, placing.value!))
const tick = (skill: string, had: boolean) => (wish.value = { ...wish.value, ticks: { ...wish.value.ticks, [skill]: had } })
const anything = computed(() => (placing.value?.placed ?? 0) > 0)

async function keep(): Promise<void> {
  const done = await act(() => ask('post', '/api/pupils/{id}/placing', { ...byId(id), body: { ...told(wish.value), key: wish.value.key } }))
  if (!done) return
  kept.keep(null)
  await router.push(`/pupils/${id}/plan`)
}
</script>

<template>
  <div class="page">
    <div v-if="problem ?? trouble" class="problem" role="alert">{{ (problem ?? trouble)!.text }} <v-btn @click="pupil ? look() : load()">Try again</v-btn></div>
    <template v-if="pupil && placing">
      <header>
        <h1>What {{ pupil.name }} can already do</h1>
        <span class="push">
          <v-btn :to="`/pupils/${id}`">Leave it</v-btn>
          <v-btn variant="flat" color="primary" :loading="busy" :disabled="!anything" @click="keep">Keep it, and plan the lesson</v-btn>
        </span>
      </header>
      <p class="quiet">Choose roughly; earlier stages follow the later ones. What you tell here counts as steady from today, and every lesson corrects it.</p>
      <div class="columns">
        <section aria-label="Stages">
          <div v-for="one in placing.stages" :key="one.stage" class="stage">
            <button
              type="button" class="name" :aria-expanded="open === one.stage" :aria-label="`${one.stage}, skill by skill`"
              @click="open = open === one.stage ? null : one.stage"
            >
              {{ one.stage }} <small class="quiet">{{ one.skills.filter((skill) => skill.had).length }} of {{ one.skills.length }}</small>
            </button>
            <span role="group" :aria-label="one.stage" class="hows">
              <v-btn
                v-for="how in HOW" :key="how.value" :variant="(wish.stages[one.stage] ?? 'none') === how.value ? 'tonal' : 'text'"
                :aria-pressed="(wish.stages[one.stage] ?? 'none') === how.value" @click="choose(one.stage, how.value)"
              >{{ how.title }}</v-btn>
            </span>
            <ul v-if="open === one.stage" class="plain skills">
              <li v-for="skill in one.skills" :key="skill.id">
                <label>
                  <input
                    type="checkbox" :checked="skill.had" :disabled="['steady', 'secure', 'rusty'].includes(skill.state)"
                    @change="tick(skill.id, ($event.target as HTMLInputElement).checked)"
                  /> {{ skill.name }}
                </label>
              </li>
            </ul>
          </div>
        </section>
        <section>
          <h2>Or by what goes well</h2>
          <v-autocomplete
            v-model="wish.tunes" v-model:search="words" :items="tunes" label="Tunes of your shelf that go well" multiple chips closable-chips no-filter
            no-data-text="No such tune on the shelf"
          />
          <h2 class="then">Then the next lesson holds</h2>
          <ol class="plain plan">
            <li v-for="item in placing.plan" :key="item.title"><span class="min">{{ item.minutes }}</span> {{ item.title }}</li>
          </ol>
          <p class="quiet small" role="status">{{ placing.had }} of {{ placing.skills }} things on the path are had then.</p>
        </section>
      </div>
    </template>
  </div>
</template>

<style scoped>
.columns { display: grid; grid-template-columns: 3fr 2fr; gap: var(--room-2) var(--room-7); align-items: start; }
.stage { display: grid; grid-template-columns: 1fr auto; gap: 0 var(--room-4); align-items: center; border-bottom: 1px solid var(--rule); padding: var(--room-1) 0; }
.name { text-align: left; cursor: pointer; font: 500 1.15rem var(--v-font-heading); }
.name small { font: 0.9rem var(--v-font-body); }
.name:hover { text-decoration: underline; text-underline-offset: 3px; }
.skills { grid-column: 1 / -1; columns: 2; padding: var(--room-1) 0 var(--room-2); }
.skills input { accent-color: rgb(var(--v-theme-primary)); width: 18px; height: 18px; vertical-align: -3px; }
.then { margin-top: var(--room-5); }
.plan li { display: flex; gap: var(--room-3); padding: var(--room-1) 0; border-top: 1px solid var(--rule); }
.min { width: 1.6em; text-align: right; color: var(--quiet); }
@media (--slate) { .columns { grid-template-columns: 1fr; } }
@media (--phone) { .stage { grid-template-columns: 1fr; } .skills { columns: 1; } }
</style>
