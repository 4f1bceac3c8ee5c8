import { useEventListener } from '@vueuse/core'

/** True while a key belongs to a field or an open menu, not to the page. */
export function typing(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement | null
  return !!target?.closest?.(
    'input:not([type=checkbox]), textarea, select, [contenteditable], [role=listbox], [role=combobox], .v-overlay--active:not(.v-tooltip)',
  )
}

/** Listens to keys on the page while the component is there; fields keep their keys. */
export function useKeys(handler: (event: KeyboardEvent) => void): void {
  useEventListener('keydown', (event) => {
    if (!typing(event) && !event.defaultPrevented) handler(event)
  })
}
