<script setup lang="ts">
import { computed, onMounted, reactive, ref } from 'vue'
import { ask } from '../api/client'
import type { SkillBook, SkillRow } from '../api/types'
import { useAct } from '../composables/useAct'
import { useLoad } from '../composables/useLoad'
import { plain } from '../geometry/words'

/** The path as this studio teaches it: hide, move, reword, add; what was not touched follows every update. */
const { data: book, problem, load } = useLoad(() => ask('get', '/api/skills'))
onMounted(load)
const search = ref('')
const open = ref<string | null>(null)
const blank = (stage: string) => ({
  name: '',
  task: '',
  say: '',
  checks: '',
  faults: '',
  caution: '',
  after: '',
  area: 'sound',
  stage,
  needs: [] as string[],
  instruments: [] as string[],
  days: '7'
})
const form = reactive(blank(''))
const adding = ref(false)
const { busy, said, trouble, act: does, errors } = useAct()
const AREAS = ['body', 'bow hand', 'sound', 'rhythm', 'left hand', 'pattern', 'scale', 'tune', 'bow craft', 'position']

const stages = computed(() => {
  const words = plain(search.value)
  const found = new Map<string, SkillRow[]>()
  for (const skill of book.value?.skills ?? [])
    if (!words || plain(`${skill.name} ${skill.area} ${skill.task}`).includes(words)) found.set(skill.stage, [...(found.get(skill.stage) ?? []), skill])
  return [...found]
})
const name = (id: string) => book.value?.skills.find((skill) => skill.id === id)?.name ?? id
const about = (skill: SkillRow) =>
  [
    skill.own ? 'your own' : '',
    skill.hidden ? 'hidden' : '',
    skill.moved && !skill.own ? 'moved' : '',
    skill.reworded.length ? `your words: ${skill.reworded.join(', ')}` : '',
    skill.instruments.length < 4 ? skill.instruments.join(', ') : '',
    skill.school ?? ''
  ]
    .filter(Boolean)
    .join(' · ')

function fill(skill: SkillRow): void {
  Object.assign(form, {
    name: skill.name,
    task: skill.task,
    say: skill.say ?? '',
    needs: [...skill.needs],
    checks: skill.checks.join('\n'),
    faults: skill.faults.map((one) => `${one.fault}: ${one.remedy}`).join('\n'),
    caution: skill.caution ?? '',
    after: ''
  })
}
function toggle(skill: SkillRow): void {
  open.value = open.value === skill.id ? null : skill.id
  adding.value = false
  trouble.value = null
  if (open.value) fill(skill)
}
const lines = (text: string) => text.split('\n').map((line) => line.trim()).filter(Boolean)
const faults = () => lines(form.faults).map((line) => ({ fault: line.split(':')[0]!.trim(), remedy: line.split(':').slice(1).join(':').trim() }))

const act = (work: () => Promise<SkillBook>, words: string) => does(async () => {
  book.value = await work()
  const now = book.value.skills.find((skill) => skill.id === open.value)
  if (now) fill(now)
  else open.value = null
}, words)
const put = (skill: SkillRow, body: object, words: string) =>
  act(() => ask('put', '/api/skills/{skill}', { params: { path: { skill: skill.id } }, body: { ...body, lock_version: skill.lock_version } }), words)
const save = (skill: SkillRow) =>
  put(
    skill,
    { name: form.name, task: form.task, say: form.say, checks: lines(form.checks), faults: faults(), caution: form.caution, needs: form.needs },
    'Saved.',
  )
const restore = (skill: SkillRow) =>
  act(
    () => ask('delete', '/api/skills/{skill}', { params: { path: { skill: skill.id } } }),
    skill.own ? 'Taken away. Its marks are kept.' : 'As it ships.',
  )
function begin(): void {
  open.value = null
  trouble.value = null
  adding.value = true
  Object.assign(form, blank('Open strings'))
}
async function add(): Promise<void> {
  const done = await act(
    () =>
      ask('post', '/api/skills', { body: {
        name: form.name,
        task: form.task,
        say: form.say,
        checks: lines(form.checks),
        faults: faults(),
        caution: form.caution,
        after: form.after,
        area: form.area,
        stage: form.stage,
        needs: form.needs,
        instruments: form.instruments,
        days: Number(form.days) || 0
      } }),
    'Added.'
  )
  if (done) adding.value = false
}
/** Keeps the studio's words as they are; they are then measured against what ships now. */
const keep = (id: string) => {
  const skill = book.value!.skills.find((one) => one.id === id)!
  return put(skill, { name: skill.name, task: skill.task, say: skill.say ?? '', checks: skill.checks, faults: skill.faults, caution: skill.caution ?? '',
    needs: skill.needs }, 'Your words are kept.')
}
const take = (id: string, text: string) => {
  const skill = book.value!.skills.find((one) => one.id === id)!
  return put(skill, { [text]: skill.shipped![text as keyof NonNullable<SkillRow['shipped']>] ?? '' }, 'The new words are taken.')
}
</script>

<template>
  <div class="page">
    <header>
      <h1>The path</h1>
      <span class="quiet">as this studio teaches it</span>
      <span class="push"><v-btn to="/studio">Studio</v-btn><v-btn v-owner variant="flat" color="primary" @click="begin">Add a skill</v-btn></span>
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem.text }} <v-btn @click="load">Try again</v-btn></p>
    <template v-if="book">
      <div v-for="notice in book.notices" :key="`${notice.skill} ${notice.text}`" class="problem">
        <b>{{ name(notice.skill) }}</b>: we have changed the {{ notice.text }} since you worded it yourself. Yours: “{{ notice.own }}” Ours now:
          “{{ notice.shipped }}” <v-btn density="compact" :disabled="busy" @click="keep(notice.skill)">Keep mine</v-btn>
        <v-btn density="compact" :disabled="busy" @click="take(notice.skill, notice.text)">Take the new one</v-btn>
      </div>
      <p class="small" role="status">{{ said }}</p>
      <form v-if="adding" class="edit new" @submit.prevent="add">
        <v-text-field v-model="form.name" label="Name" maxlength="80" :error-messages="errors('name')" />
        <v-select v-model="form.area" :items="AREAS" label="Area" :error-messages="errors('area')" />
        <v-select v-model="form.stage" :items="[...new Set(book.skills.map((skill) => skill.stage))]" label="Stage" :error-messages="errors('stage')" />
        <v-select v-model="form.instruments" :items="['violin', 'viola', 'cello', 'bass']" label="Instruments (none chosen: all)" multiple />
        <v-autocomplete
          v-model="form.needs" :items="book.skills.map((skill) => ({ value: skill.id, title: skill.name }))" label="Rests on" multiple
          chips :error-messages="errors('needs')"
        />
        <v-autocomplete
          v-model="form.after"
          :items="[{ value: '', title: 'the very beginning' }, ...book.skills.map((skill) => ({ value: skill.id, title: skill.name }))]"
          label="Stands after" :error-messages="errors('after')"
        />
        <v-textarea v-model="form.task" class="all" label="What to do" rows="3" maxlength="800" :error-messages="errors('task')" />
        <v-text-field v-model="form.say" class="all" label="The same, as said to a child (optional)" maxlength="200" :error-messages="errors('say')" />
        <v-textarea v-model="form.checks" label="Checks, a line each" rows="3" :error-messages="errors('checks')" />
        <v-textarea v-model="form.faults" label="Faults, a line each, as “fault: remedy”" rows="3" :error-messages="errors('fault', 'remedy', 'faults')" />
        <v-text-field v-model="form.caution" label="Caution (optional)" maxlength="300" />
        <v-text-field v-model="form.days" label="Days before the next thing" inputmode="numeric" :error-messages="errors('days')" />
        <p class="all"><v-btn type="submit" variant="flat" color="primary" :loading="busy">Add it</v-btn><v-btn @click="adding = false">Leave it</v-btn></p>
      </form>
      <v-text-field v-model="search" label="Find a skill" clearable class="find" />
      <section v-for="[stage, skills] in stages" :key="stage">
        <h2>{{ stage }}</h2>
        <ul class="plain">
          <li v-for="skill in skills" :key="skill.id" :class="{ hidden: skill.hidden }">
            <button type="button" class="title" :aria-expanded="open === skill.id" @click="toggle(skill)">{{ skill.name }}</button> <span
              class="small quiet">{{ about(skill) }}</span>
            <form v-if="open === skill.id" class="edit" @submit.prevent="save(skill)">
              <v-text-field v-model="form.name" label="Name" maxlength="80" :error-messages="errors('name')" />
              <v-text-field v-model="form.caution" label="Caution" maxlength="300" :error-messages="errors('caution')" />
              <v-textarea v-model="form.task" class="all" label="What to do" rows="3" maxlength="800" :error-messages="errors('task')" />
              <v-text-field v-model="form.say" class="all" label="The same, as said to a child" maxlength="200" :error-messages="errors('say')" />
              <v-autocomplete
                v-model="form.needs" class="all" :items="book.skills.filter((other) => other.id !== skill.id).map((other) => ({ value: other.id, title:
                  other.name }))"
                label="Rests on" multiple chips closable-chips :error-messages="errors('needs')"
              />
              <v-textarea v-model="form.checks" label="Checks, a line each" rows="4" :error-messages="errors('checks')" />
              <v-textarea
                v-model="form.faults" label="Faults, a line each, as “fault: remedy”" rows="4"
                :error-messages="errors('fault', 'remedy', 'faults')"
              />
              <v-autocomplete
                v-model="form.after"
                :items="[{ value: '', title: 'where it is' }, ...book.skills.filter((other) => other.id !== skill.id).map((other) => ({ value: other.id,
                  title: other.name }))]"
                label="Move it behind" @update:model-value="form.after && put(skill, { after: form.after }, 'Moved.')"
              />
              <p v-if="trouble && trouble.code === 'stale'" class="problem all" role="alert">{{ trouble.text }} <v-btn @click="load">Show it</v-btn></p>
              <p class="all">
                <v-btn type="submit" variant="flat" color="primary" :loading="busy">Save</v-btn>
                <v-btn
                  :disabled="busy"
                  @click="put(skill, { hidden: !skill.hidden }, skill.hidden ? 'Shown again.' : 'Hidden.')"
                >{{ skill.hidden ? 'Show it again' : 'Hide it' }}</v-btn>
                <v-btn
                  v-if="skill.own || skill.reworded.length || skill.moved || skill.hidden" :disabled="busy"
                  @click="restore(skill)"
                >{{ skill.own ? 'Take it away' : 'As it ships' }}</v-btn>
              </p>
            </form>
          </li>
        </ul>
      </section>
    </template>
  </div>
</template>

<style scoped>
.find { max-width: 320px; margin-bottom: var(--room-3); }
li { padding: var(--room-1) 0; border-bottom: 1px solid var(--rule); }
li.hidden .title { text-decoration: line-through; color: var(--quiet); }
.title { font-weight: 600; cursor: pointer; text-align: left; }
.title:hover { text-decoration: underline; text-underline-offset: 3px; }
.edit { display: grid; grid-template-columns: 1fr 1fr; gap: var(--room-3) var(--room-6); padding: var(--room-3) 0 var(--room-4); }
.edit.new { border: 1px solid var(--rule); border-radius: 8px; padding: var(--room-4); margin-bottom: var(--room-4); }
.all { grid-column: 1 / -1; }
section { margin-bottom: var(--room-5); }
@media (--rail) { .edit { grid-template-columns: 1fr; } }
</style>
