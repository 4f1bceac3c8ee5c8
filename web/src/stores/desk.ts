import { defineStore } from 'pinia'
import { reactive, watch } from 'vue'
import { single } from '../composables/kept'

/** What is shown of a chart; kept in this browser. */
export interface Show {
  digits: boolean
  lanes: boolean
  bow: boolean
  /** of a chart that is played as music */
  swell: boolean
  spots: boolean
  phrases: boolean
  counting: 'none' | 'numbers' | 'syllables' | 'names'
  naming: 'letters' | 'h-b' | 'do'
}
export const EVERYTHING: Show = { digits: true, lanes: true, bow: true, swell: true, spots: false, phrases: false, counting: 'none', naming: 'letters' }

const kept = single<Partial<Show>>('fawnmoss.desk')

export const useDesk = defineStore('desk', () => {
  const show = reactive<Show>({ ...EVERYTHING, spots: true, phrases: true, ...kept.read() })
  watch(show, (now) => kept.keep(now))
  return { show }
})
