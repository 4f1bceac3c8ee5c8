import { onMounted, onUnmounted } from 'vue'

/** Does something when the component is there, and again whenever the connection comes back. */
export function useOnline(work: () => void): void {
  onMounted(() => {
    window.addEventListener('online', work)
    work()
  })
  onUnmounted(() => window.removeEventListener('online', work))
}
