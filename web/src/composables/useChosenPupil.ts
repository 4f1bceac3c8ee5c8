import { watch } from 'vue'
import { useRouter } from 'vue-router'
import { usePupils } from '../stores/pupils'

/**
 * A page about one pupil: whom it shows is chosen at the top; another one chosen there is shown under an address of its own.
 *   useChosenPupil(() => found.value?.pupil.id, (id) => `/pupils/${id}/progress`)
 */
export function useChosenPupil(shown: () => number | undefined, address: (id: number) => string): void {
  const pupils = usePupils()
  const router = useRouter()
  watch(shown, (id) => id && pupils.choose(id))
  watch(() => pupils.currentId, (id) => {
    const here = shown()
    if (id && here && id !== here) void router.push(address(id))
  })
}
