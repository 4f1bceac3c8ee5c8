import { ref, watchEffect } from 'vue'
import { plain } from './kept'

const kept = plain('fawnmoss.paper')
const asked = new URLSearchParams(location.search).get('paper')
const paper = ref<'A4' | 'Letter'>((asked ?? kept.read()) === 'Letter' ? 'Letter' : 'A4')
let style: HTMLStyleElement | undefined

/** Prints the page once its fonts are there. */
export async function printPage(): Promise<void> {
  await document.fonts.ready
  window.print()
}

/** The paper that pages are printed on, A4 or Letter; kept in this browser. */
export function usePaper() {
  if (!style) {
    style = document.head.appendChild(document.createElement('style'))
    watchEffect(() => {
      style!.textContent = `@page { size: ${paper.value} portrait; margin: 12mm; }`
      if (!asked) kept.keep(paper.value)
    })
  }
  return paper
}
