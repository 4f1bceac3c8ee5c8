import { ref, watch } from 'vue'
import { ask } from '../api/client'
import type { Pictures } from '../api/types'
import { single } from './kept'

/**
 * The small drawings of an instrument's skills and warm-ups; those seen last are kept for when the server is away.
 *   const pictures = usePictures(() => lesson.value?.pupil.instrument)
 *   pictures.value?.skills['sound.zone']
 */
export function usePictures(instrument: () => string | undefined) {
  const pictures = ref<Pictures | null>(null)
  watch(instrument, async (name) => {
    pictures.value = null
    if (!name) return
    const box = single<Pictures>(`fawnmoss.pictures.${name}`)
    const found = await ask('get', '/api/pictures/{instrument}', { params: { path: { instrument: name } } }).catch(() => box.read())
    if (instrument() !== name) return
    pictures.value = found
    if (found) box.keep(found)
  }, { immediate: true })
  return pictures
}
