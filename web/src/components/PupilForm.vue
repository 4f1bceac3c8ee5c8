<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { ask, byId, Trouble } from '../api/client'
import type { Instrument, Pupil } from '../api/types'
import { DAYS } from '../geometry/dates'
import { wholeOf } from '../geometry/words'
import { useSession } from '../stores/session'

/** Adds or changes a pupil. What is typed stays until it is saved; a conflict shows what the other window saved. */
const props = defineProps<{ pupil?: Pupil | null }>()
const session = useSession()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ saved: [pupil: Pupil] }>()

// Text fields hold text until it is sent, so that a half-typed number is never lost.
const blank = {
  name: '',
  birth_year: '',
  instrument: 'violin' as Instrument,
  size: '',
  bass_hand: '1-2-4' as Pupil['bass_hand'],
  fourth: null as Pupil['fourth'],
  minutes_per_day: '15',
  days_per_week: '6',
  bow_hold: 'french' as Pupil['bow_hold'],
  background: '',
  lesson_day: null as number | null,
  lesson_time: '',
  lesson_minutes: '30'
}
const form = reactive({ ...blank })
const version = ref(0)
const busy = ref(false)
const problem = ref<Trouble | null>(null)

const fill = (from: Partial<Pupil>) => {
  const text = (value: string | number | null | undefined) => (value == null ? '' : String(value))
  Object.assign(
    form,
    blank,
    from.id
      ? {
          name: text(from.name),
          birth_year: text(from.birth_year),
          instrument: from.instrument,
          size: text(from.size),
          bass_hand: from.bass_hand,
          fourth: from.fourth ?? null,
          minutes_per_day: text(from.minutes_per_day),
          days_per_week: text(from.days_per_week),
          bow_hold: from.bow_hold,
          background: text(from.background),
          lesson_minutes: text(from.lesson_minutes)
        }
      : {}
  )
}
watch(open, (now) => {
  if (!now) return
  problem.value = null
  fill(props.pupil ?? {})
  version.value = props.pupil?.lock_version ?? 0
})

/** Those of the instrument; one that was typed before there were choices stays. */
const sizes = computed(() => {
  const known = session.sizes[form.instrument] ?? []
  const other = form.size && !known.includes(form.size) ? [form.size] : []
  return [{ value: '', title: 'not known yet' }, ...[...known, ...other].map((size) => ({ value: size, title: size }))]
})
watch(() => form.instrument, (now, before) => {
  if (open.value && before && form.size && !(session.sizes[now] ?? []).includes(form.size) && (session.sizes[before] ?? []).includes(form.size)) form.size = ''
})

const errors = (field: string) => (problem.value?.where.field === field ? [problem.value.message, problem.value.remedy].filter(Boolean).join(' ') : '')
const theirs = computed(() => (problem.value?.code === 'stale' ? (problem.value.body.current as Record<string, unknown>) : null))
const differences = computed(() =>
  Object.keys(blank).filter((name) => name in (theirs.value ?? {}) && theirs.value && String(theirs.value[name]
    ?? '') !== String(form[name as keyof typeof blank] ?? ''))
)
const number = (value: string) => (value.trim() === '' ? null : wholeOf(value))
const numberOrUsual = (value: string) => number(value) ?? undefined

async function save(): Promise<void> {
  busy.value = true
  const body = {
    ...form,
    birth_year: number(form.birth_year),
    minutes_per_day: numberOrUsual(form.minutes_per_day),
    days_per_week: numberOrUsual(form.days_per_week),
    lesson_minutes: numberOrUsual(form.lesson_minutes),
    lesson_time: form.lesson_time || null
  }
  try {
    const saved = props.pupil
      ? await ask('patch', '/api/pupils/{id}', { ...byId(props.pupil.id), body: { ...body, lock_version: version.value } })
      : await ask('post', '/api/pupils', { body })
    open.value = false
    emit('saved', saved)
  } catch (error) {
    problem.value = error as Trouble
  } finally {
    busy.value = false
  }
}
function overTheirs(): void {
  version.value = Number(theirs.value?.lock_version ?? 0)
  void save()
}
</script>

<template>
  <v-dialog v-model="open" max-width="560" persistent>
    <v-card class="pa-6">
      <h2>{{ pupil ? `Change ${pupil.name}` : 'A new pupil' }}</h2>
      <p class="quiet small">A first name or nickname is enough. Nothing else about a child is needed here.</p>
      <form class="grid" @submit.prevent="save">
        <v-text-field v-model="form.name" label="Name" :error-messages="errors('name')" autofocus />
        <v-text-field v-model="form.birth_year" label="Birth year (optional)" inputmode="numeric" :error-messages="errors('birth_year')" />
        <v-select v-model="form.instrument" :items="['violin', 'viola', 'cello', 'bass']" label="Instrument" :error-messages="errors('instrument')" />
        <v-select v-model="form.size" :items="sizes" label="Size" :error-messages="errors('size')" />
        <v-select
          v-if="form.instrument === 'bass'" v-model="form.bow_hold"
          :items="[{ value: 'french', title: 'French (from above)' }, { value: 'german', title: 'German (from the side)' }]" label="Bow hold"
        />
        <v-select v-if="form.instrument === 'bass'" v-model="form.bass_hand" :items="['1-2-4', '1-2-3-4']" label="Left hand" />
        <v-select
          v-if="['violin', 'viola'].includes(String(form.instrument))" v-model="form.fourth" label="Fourth finger or open string"
          :items="[{ value: null, title: 'as the path says' }, { value: 'open', title: 'open string' }, { value: 'fourth', title: 'fourth finger' }, { value:
            'either', title: 'as it fits' }]"
        />
        <v-text-field v-model="form.minutes_per_day" label="Practice, minutes a day" inputmode="numeric" :error-messages="errors('minutes_per_day')" />
        <v-text-field v-model="form.days_per_week" label="Practice, days a week" inputmode="numeric" :error-messages="errors('days_per_week')" />
        <v-select
          v-if="!pupil" v-model="form.lesson_day"
          :items="[{ value: null, title: 'no fixed day' }, ...DAYS]" label="Lesson day"
        />
        <v-text-field v-if="!pupil" v-model="form.lesson_time" label="Time, such as 16:30" :error-messages="errors('lesson_time')" />
        <v-text-field v-model="form.lesson_minutes" label="Lesson, minutes" inputmode="numeric" :error-messages="errors('lesson_minutes')" />
        <v-text-field
          v-model="form.background" class="wide" label="Played before (optional, a few words)" maxlength="300"
          :error-messages="errors('background')"
        />
        <div v-if="theirs" class="problem wide" role="alert">
          {{ problem?.message }} There: <span v-for="name in differences" :key="name">{{ name.replaceAll('_', ' ') }} “{{ theirs[name] ?? 'empty' }}” </span>
          <v-btn @click="overTheirs">Save mine over it</v-btn>
        </div>
        <p v-else-if="problem && !problem.where.field" class="problem wide" role="alert">{{ problem.text }}</p>
        <div class="wide d-flex ga-2">
          <v-btn type="submit" variant="flat" color="primary" :loading="busy">Save</v-btn>
          <v-btn @click="open = false">Leave it</v-btn>
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.grid { display: grid; grid-template-columns: 1fr 1fr; gap: var(--room-3) var(--room-5); }
.wide { grid-column: 1 / -1; }
@media (--phone) { .grid { grid-template-columns: 1fr; } }
</style>
