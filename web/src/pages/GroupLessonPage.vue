<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ask, byId, localDate } from '../api/client'
import type { CardSummary, GroupLesson, GroupParts, Kind, PupilGroup } from '../api/types'
import GroupForm from '../components/GroupForm.vue'
import MarkButtons from '../components/MarkButtons.vue'
import PdfLink from '../components/PdfLink.vue'
import { useAct } from '../composables/useAct'
import { useLoad } from '../composables/useLoad'
import { useShelfTunes } from '../composables/useShelfTunes'
import { usePaper } from '../composables/usePaper'
import { longDate } from '../geometry/dates'
import { KINDS, newKey, sameKind } from '../geometry/words'

/** The lesson of a group: what most need, with a word for each; the roll, marks for several at once, and a card for each. */
const route = useRoute()
const router = useRouter()
const paper = usePaper()
const id = computed(() => Number(route.params.id))
const day = computed(() => (typeof route.query.date === 'string' ? route.query.date : null))
const { data: lesson, problem, load } = useLoad(() => ask('get', '/api/groups/{id}/lesson', byId(id.value, day.value ? { date: day.value } : {})))
watch([id, day], () => void load(), { immediate: true })
const { busy, said, trouble, act } = useAct()
const changing = ref(false)
const note = ref('')
const { words, tunes, look } = useShelfTunes()
const parts = ref<GroupParts | null>(null)
const cards = ref<CardSummary[]>([])
const cardNote = ref('')

watch(lesson, (found, before) => {
  if (!found) return
  // What is being typed is not taken away by an answer to something else.
  if (before?.date !== found.date || note.value === before.note) note.value = found.note
  const tune = found.items.find((item) => item.tune)
  if (tune && !tunes.value.some((one) => one.value === tune.tune)) tunes.value = [{ value: tune.tune!, title: tune.title.replace(/^Play /, '') },
    ...tunes.value]
})
/** The keys that suit all, and what each has to watch for: worked out anew when tune, key, parts or members are others. */
const music = computed(() => {
  if (!lesson.value?.wishes.tune_id) return ''
  const { tune_id, key, parts: wished } = lesson.value.wishes
  return JSON.stringify([id.value, lesson.value.date, tune_id, key, wished, lesson.value.group.members.map((one) => one.id)])
})
watch(music, async (asked, before) => {
  if (!asked || JSON.parse(asked)[2] !== (before && JSON.parse(before)[2])) parts.value = null
  if (!asked) return
  const found = await ask('get', '/api/groups/{id}/parts', { params: { path: { id: id.value }, query: { date: lesson.value!.date } } }).catch(() => null)
  if (music.value === asked) parts.value = found
}, { immediate: true })
const kindOf = (pupil: number): Kind => {
  const wished = lesson.value!.wishes.parts.find((one) => one.pupil_id === pupil)
  return wished ? { version: wished.version, part: wished.part } : KINDS[0]!.value
}
const kindWords = (pupil: number): string => KINDS.find(({ value }) => sameKind(value, kindOf(pupil)))!.title
const play = (pupil: number, kind: Kind) => wish({ parts: [...lesson.value!.wishes.parts.filter((one) => one.pupil_id !== pupil), { pupil_id: pupil,
  ...kind }] })

const there = (pupil: number) => lesson.value!.roll.find((one) => one.pupil_id === pupil)?.there ?? true
const given = (pupil: number, item: GroupLesson['items'][number]) =>
  lesson.value!.marks.filter((mark) => mark.pupil_id === pupil && (item.skill ? mark.skill === item.skill : mark.tune_id === item.tune)).at(-1)?.value
const put = (body: object, words = 'Saved.') =>
  act(async () => {
    const { date, lock_version } = lesson.value!
    lesson.value = await ask('put', '/api/groups/{id}/lesson', { ...byId(id.value), body: { date, lock_version, ...body } })
  }, words)
const wish = (changes: Partial<GroupLesson['wishes']>) => {
  const { key, ...rest } = { ...lesson.value!.wishes, ...changes }
  return put({ wishes: { ...rest, ...(key ? { key } : {}) } })
}
const call = (pupil: number, here: boolean) =>
  put({ roll: lesson.value!.roll.map((one) => (one.pupil_id === pupil ? { ...one, there: here } : one)) })
const step = (path: '/api/groups/{id}/begin' | '/api/groups/{id}/finish', words: string) =>
  act(async () => { lesson.value = await ask('post', path, { ...byId(id.value), body: { date: lesson.value!.date } }) }, words)
const mark = (item: GroupLesson['items'][number], pupils: number[], value: number) =>
  act(async () => {
    lesson.value = await ask('post', '/api/groups/{id}/marks', { ...byId(id.value), body: {
      date: lesson.value!.date,
      ...(item.skill ? { skill: item.skill } : { tune_id: item.tune! }),
      marks: pupils.map((pupil) => ({ pupil_id: pupil, value })),
      key: newKey().slice(0, 20),
    } })
  }, 'Marked.')
const present = computed(() => lesson.value?.group.members.filter((one) => there(one.id)) ?? [])
let cardsKey = newKey()
watch([cardNote, music, day], () => (cardsKey = newKey()))
const underOneAnother = () => act(async () => {
  const found = await ask('post', '/api/groups/{id}/charts', { ...byId(id.value), body: { date: lesson.value!.date } })
  await router.push(`/tunes/${found.tune_id}/together?charts=${found.charts.join(',')}`)
})
const issue = () =>
  act(async () => {
    const found = await ask('post', '/api/groups/{id}/cards', { ...byId(id.value), body: {
      date: lesson.value!.date,
      note: cardNote.value,
      key: cardsKey,
    } })
    cards.value = found.cards
    cardsKey = newKey()
  }, 'The cards are issued.')
const future = computed(() => (lesson.value?.date ?? '') > localDate())
function saved(group: PupilGroup): void {
  if (group.id === id.value) void load()
}
</script>

<template>
  <div class="page wide">
    <p v-if="problem ?? trouble" class="problem" role="alert">{{ (problem ?? trouble)!.text }} <v-btn density="compact" @click="load">Show it anew</v-btn></p>
    <template v-if="lesson">
      <header>
        <h1>{{ lesson.group.name }}</h1>
        <span class="quiet">{{ longDate(lesson.date) }}, {{ lesson.minutes }} minutes</span>
        <span class="push">
          <v-btn v-owner @click="changing = true">Change the group</v-btn>
          <v-btn v-if="lesson.status === 'planned' && !future" variant="flat" color="primary" :loading="busy"
            @click="step('/api/groups/{id}/begin', 'Begun.')">Begin the lesson</v-btn>
          <v-btn v-else-if="lesson.status === 'running'" variant="flat" color="primary" :loading="busy"
            @click="step('/api/groups/{id}/finish', 'In everybody’s diary.')">End the lesson</v-btn>
        </span>
      </header>
      <p class="small quiet" role="status">{{ said }}</p>
      <div class="columns">
        <ol class="plain items" aria-label="The plan">
          <li v-for="item in lesson.items" :key="item.id">
            <span class="min">{{ item.minutes }} min</span>
            <div>
              <h3>{{ item.title }}
                <button
                  v-if="item.skill && lesson.status === 'planned'" type="button" class="loose" :aria-label="`Leave out ${item.title}`"
                  @click="wish({ dropped: [...lesson.wishes.dropped, item.skill!], added: lesson.wishes.added.filter((one) => one !== item.skill) })"
                >leave out</button></h3>
              <p class="small">{{ item.words }}</p>
              <table v-if="item.skill || item.tune" class="small">
                <tbody>
                  <tr v-for="one in lesson.group.members" :key="one.id" :class="{ gone: !there(one.id) }">
                    <th scope="row">{{ one.name }}</th>
                    <td class="quiet">{{ item.tune ? kindWords(one.id) : item.each.find((word) => word.id === one.id)?.word }}<template
                      v-if="item.each.find((word) => word.id === one.id)?.task">.
                      {{ item.each.find((word) => word.id === one.id)!.task }}</template></td>
                    <td v-if="lesson.status !== 'planned'" class="given">{{ given(one.id, item) ?? '' }}</td>
                    <td v-if="lesson.status !== 'planned' && there(one.id)"><MarkButtons :label="`${item.title}, ${one.name}`" :scale="item.scale"
                      :busy="busy" @mark="mark(item, [one.id], $event)" /></td>
                  </tr>
                  <tr v-if="lesson.status !== 'planned' && present.length > 1">
                    <th scope="row">all</th><td></td><td></td>
                    <td><MarkButtons :label="`${item.title}, all`" :scale="item.scale" :busy="busy"
                      @mark="mark(item, present.map((one) => one.id), $event)" /></td>
                  </tr>
                </tbody>
              </table>
            </div>
          </li>
        </ol>
        <section>
          <h2>Who is there</h2>
          <p v-for="one in lesson.group.members" :key="one.id" class="roll">
            <label><input type="checkbox" :checked="there(one.id)" :disabled="busy" @change="call(one.id, ($event.target as HTMLInputElement).checked)" />
              {{ one.name }}</label> <router-link :to="`/pupils/${one.id}`" class="small quiet">{{ one.instrument }}</router-link>
          </p>
          <h2 class="next">One tune for all</h2>
          <v-autocomplete
            :model-value="lesson.wishes.tune_id" v-model:search="words" :items="tunes" label="Tune" density="compact" clearable no-filter hide-no-data
              @focus="look"
            @update:model-value="wish({ tune_id: $event ?? null, key: null })"
          />
          <v-select
            v-if="parts?.key" :model-value="parts.key" :items="parts.keys.map((key, at) => ({ value: key, title: at ? key : `${key}, friendliest for all` }))"
            label="Key for all" density="compact" @update:model-value="wish({ key: $event })"
          />
          <p v-if="parts && !parts.key" class="small fawn">No key suits all of them. Give somebody open strings, or choose another tune.</p>
          <template v-if="lesson.wishes.tune_id">
            <h2 class="next">Who plays what</h2>
            <p v-for="one in lesson.group.members" :key="one.id" class="part" :class="{ gone: !there(one.id) }">
              <span>{{ one.name }}</span>
              <v-select
                :model-value="kindOf(one.id)" :items="KINDS" :aria-label="`Part for ${one.name}`" :disabled="busy" density="compact"
                @update:model-value="play(one.id, $event)"
              />
            </p>
            <template v-if="parts?.key">
              <h3 class="next">What to watch for</h3>
              <ul class="plain small watch" aria-label="What to watch for">
                <li v-for="one in parts.parts" :key="one.pupil_id"><b>{{ one.name }}, {{ one.instrument }}:</b> {{ one.words }}</li>
              </ul>
            </template>
            <p><v-btn :disabled="busy || !present.length" @click="underOneAnother">The parts under one another</v-btn></p>
            <h2 class="next">A card for each</h2>
            <v-text-field v-model="cardNote" label="What to listen for (optional)" maxlength="500" density="compact" />
            <p class="acts">
              <v-btn variant="tonal" :loading="busy" :disabled="!present.length"
                @click="issue">Issue {{ present.length }} {{ present.length === 1 ? 'card' : 'cards' }}</v-btn>
              <template v-if="cards.length">
                <PdfLink :href="`/api/cards.pdf?ids=${cards.map((one) => one.id).join(',')}&paper=${paper}`" label="All of them as one PDF" />
                <router-link :to="`/cards?ids=${cards.map((one) => one.id).join(',')}`" class="small">see them</router-link>
              </template>
            </p>
          </template>
          <h2 class="next">Note</h2>
          <textarea v-model="note" rows="3" maxlength="2000" aria-label="Note" @change="put({ note })"></textarea>
        </section>
      </div>
      <GroupForm v-model="changing" :group="lesson.group" @saved="saved" @gone="router.push('/pupils')" />
    </template>
  </div>
</template>

<style scoped>
.wide { max-width: 1300px; }
.columns { display: grid; grid-template-columns: minmax(0, 3fr) minmax(0, 2fr); gap: var(--room-2) var(--room-7); align-items: start; }
.items > li { display: grid; grid-template-columns: 64px 1fr; gap: var(--room-3); border-top: 1px solid var(--rule); padding: var(--room-2) 0; }
.min { font-weight: 600; white-space: nowrap; }
h3 { margin: 0; }
.loose { font: 0.85rem var(--v-font-body); text-decoration: underline; cursor: pointer; margin-left: var(--room-2); }
th { text-align: left; font-weight: 600; padding-right: var(--room-3); }
td { padding: var(--room-1) var(--room-3) var(--room-1) 0; }
td:has(> .marks) { white-space: nowrap; }
.given { font-weight: 700; min-width: 1.2em; }
tr.gone th, .part.gone span { text-decoration: line-through; color: var(--quiet); }
.roll { margin: 0; }
.roll input { accent-color: rgb(var(--v-theme-primary)); width: 18px; height: 18px; vertical-align: -3px; }
.next { margin-top: var(--room-5); }
section .v-input { margin-bottom: var(--room-3); }
.part .v-input { margin-bottom: 0; }
.part { display: grid; grid-template-columns: 1fr 140px; align-items: baseline; margin: 0; }
.acts { display: flex; flex-wrap: wrap; gap: var(--room-2); align-items: center; }
textarea { width: 100%; border: 1px solid var(--rule); border-radius: 6px; padding: var(--room-2) var(--room-2); font: inherit; color: inherit; background: transparent; }
@media (--slate) { .columns { grid-template-columns: 1fr; } }
</style>
