import { useEventListener } from '@vueuse/core'
import { onMounted } from 'vue'

/** Does something when the component is there, and again whenever the connection comes back. */
export function useOnline(work: () => void): void {
  useEventListener('online', work)
  onMounted(work)
}
