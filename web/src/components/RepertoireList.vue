<script setup lang="ts">
import { ref, watch } from 'vue'
import { ask, byId } from '../api/client'
import { useAct } from '../composables/useAct'
import { useLoad } from '../composables/useLoad'
import { useShelfTunes } from '../composables/useShelfTunes'
import { shortDate } from '../geometry/dates'

/** What a pupil has played, plays, and is to play next and at the concert. */
const props = defineProps<{ pupil: number }>()
const { data: found, problem, load } = useLoad(() => ask('get', '/api/pupils/{id}/repertoire', byId(props.pupil)))
watch(() => props.pupil, () => void load(), { immediate: true })
const { busy, trouble, act } = useAct()
const { words, tunes, look } = useShelfTunes()
const chosen = ref<number | null>(null)

const add = (kind: 'next' | 'concert', tune: number) =>
  act(async () => {
    found.value = await ask('post', '/api/pupils/{id}/repertoire', { ...byId(props.pupil), body: { tune_id: tune, kind } })
    chosen.value = null
  })
const remove = (id: number) => act(async () => { found.value = await ask('delete', '/api/repertoire/{id}', byId(id)) })
const LISTS = [['work', 'In work'], ['next', 'Next'], ['concert', 'For the concert'], ['played', 'Played']] as const
</script>

<template>
  <div>
    <p v-if="problem ?? trouble" class="problem" role="alert">{{ (problem ?? trouble)!.text }} <v-btn density="compact" @click="load">Try again</v-btn></p>
    <div v-if="found" class="lists">
      <section v-for="[kind, title] in LISTS" :key="kind">
        <h3>{{ title }}</h3>
        <p v-if="!found[kind].length" class="quiet small">Nothing yet.</p>
        <ul class="plain small">
          <li v-for="one in found[kind]" :key="one.tune_id">
            <span>{{ one.title }} <span v-if="one.on" class="quiet">{{ shortDate(one.on) }}</span></span>
            <button v-if="one.id" type="button" :disabled="busy" :aria-label="`Take ${one.title} out`" @click="remove(one.id)">×</button>
            <button
              v-else-if="!found.concert.some((other) => other.tune_id === one.tune_id)" type="button" class="loose" :disabled="busy"
              @click="add('concert', one.tune_id)"
            >to the concert</button>
          </li>
        </ul>
      </section>
    </div>
    <p class="add">
      <v-autocomplete
        v-model="chosen" v-model:search="words" :items="tunes" label="A tune of your shelf" density="compact" no-filter hide-no-data @focus="look"
      />
      <v-btn density="compact" :disabled="!chosen || busy" @click="add('next', chosen!)">Next</v-btn>
      <v-btn density="compact" :disabled="!chosen || busy" @click="add('concert', chosen!)">For the concert</v-btn>
      <router-link to="/concert" class="small">The concert</router-link>
    </p>
  </div>
</template>

<style scoped>
.lists { display: grid; grid-template-columns: repeat(auto-fit, minmax(180px, 1fr)); gap: var(--room-2) var(--room-6); }
li { display: flex; gap: var(--room-3); align-items: baseline; }
li button { cursor: pointer; min-width: 24px; }
.loose { text-decoration: underline; }
.add { display: flex; flex-wrap: wrap; gap: var(--room-3); align-items: center; margin-top: var(--room-2); }
.add .v-input { max-width: 300px; flex: 1 1 200px; }
</style>
