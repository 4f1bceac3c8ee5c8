import { defineStore } from 'pinia'
import { onMounted, onUnmounted, shallowRef } from 'vue'

/** Something the palette can do: its words, a hint such as a key, and the deed. */
export interface Command { title: string; hint?: string; run: () => unknown }

/** What the page in front offers to the palette. */
export const useCommandStore = defineStore('commands', () => {
  const page = shallowRef<() => Command[]>(() => [])
  return { page }
})

/** Offers a page's commands while it is there. */
export function useCommands(list: () => Command[]): void {
  const store = useCommandStore()
  onMounted(() => (store.page = list))
  onUnmounted(() => {
    if (store.page === list) store.page = () => []
  })
}
