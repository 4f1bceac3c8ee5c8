import { createVuetify } from 'vuetify'
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg'
import { plain } from '../composables/kept'

/** Paper and bark; moss for what is on the path, fawn for what wants the teacher's eye, brick for pain and loss only. */
const shared = { 'medium-emphasis-opacity': 0.86, 'border-opacity': 0.16 }

export const light = {
  dark: false,
  colors: {
    background: '#faf6ee', surface: '#fffdf8', 'surface-variant': '#efe7d8', 'on-surface-variant': '#33261b', primary: '#47663a', 'on-primary': '#ffffff',
    secondary: '#85582a', 'on-secondary': '#ffffff', error: '#9c2f22', warning: '#85582a', info: '#4a5d66', success: '#47663a',
    'on-background': '#33261b', 'on-surface': '#33261b',
  },
  variables: shared,
}

export const dark = {
  dark: true,
  colors: {
    background: '#211c17', surface: '#2a241e', 'surface-variant': '#3a3229', 'on-surface-variant': '#efe6d8', primary: '#a9c48f', 'on-primary': '#1d2616',
    secondary: '#dcb182', 'on-secondary': '#2b1f12', error: '#f0a090', warning: '#dcb182', info: '#a9bcc4', success: '#a9c48f',
    'on-background': '#efe6d8', 'on-surface': '#efe6d8',
  },
  variables: shared,
}

/** The theme in force: the one chosen before, else the system's. */
export function initialTheme(): 'light' | 'dark' {
  const kept = plain('fawnmoss.theme').read()
  if (kept === 'light' || kept === 'dark') return kept
  return window.matchMedia?.('(prefers-color-scheme: dark)').matches ? 'dark' : 'light'
}

export const vuetify = () =>
  createVuetify({
    theme: { defaultTheme: initialTheme(), themes: { light, dark } },
    icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
    defaults: {
      VBtn: { variant: 'text', density: 'comfortable', rounded: 'md' },
      VTextField: { variant: 'underlined', density: 'comfortable', hideDetails: 'auto' },
      VTextarea: { variant: 'outlined', hideDetails: 'auto' },
      VSelect: { variant: 'underlined', density: 'comfortable', hideDetails: 'auto' },
      VAutocomplete: { variant: 'underlined', density: 'comfortable', hideDetails: 'auto' },
      VCard: { variant: 'flat' },
    },
  })
