import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { ask } from '../api/client'
import type { Instrument, Pupil, PupilSummary } from '../api/types'
import { single } from '../composables/kept'

const subjectKept = single<{ pupil?: number | null; instrument?: Instrument }>('fawnmoss.subject')

/** All pupils, and the one everything is seen through; without a pupil, an instrument. */
export const usePupils = defineStore('pupils', () => {
  const all = ref<PupilSummary[]>([])
  const kept = subjectKept.read() ?? {}
  const currentId = ref<number | null>(kept.pupil ?? null)
  const instrument = ref<Instrument>(kept.instrument ?? 'violin')
  const current = computed(() => all.value.find((pupil) => pupil.id === currentId.value) ?? null)

  /** Whom something is asked for, as the API takes it. */
  const subject = computed<{ pupil_id?: number; instrument?: Instrument }>(() =>
    currentId.value ? { pupil_id: currentId.value } : { instrument: instrument.value },
  )
  /** The same for an address. */
  const query = computed(() => Object.fromEntries(Object.entries(subject.value).map(([name, value]) => [name, String(value)])))

  watch([currentId, instrument], () => subjectKept.keep({ pupil: currentId.value, instrument: instrument.value }))

  async function load(): Promise<void> {
    all.value = (await ask('get', '/api/pupils')).pupils
    if (currentId.value && !current.value) currentId.value = null
  }

  function choose(id: number | null): void {
    currentId.value = id
  }

  /** Fits a changed pupil into the list. */
  function keep(pupil: Pupil): void {
    const old = all.value.find((other) => other.id === pupil.id)
    if (old) Object.assign(old, { ...pupil, counts: old.counts, last_seen: old.last_seen, in_work: old.in_work })
  }

  return { all, current, currentId, instrument, subject, query, load, choose, keep }
})
