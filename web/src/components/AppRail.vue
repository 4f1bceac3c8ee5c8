<script setup lang="ts">
import { mdiAccountGroupOutline, mdiCalendarTodayOutline, mdiCogOutline, mdiMusicClefTreble, mdiStairs, mdiThemeLightDark } from '@mdi/js'
import { useTheme } from 'vuetify'
import { plain } from '../composables/kept'

const places = [
  { to: '/today', label: 'Today', icon: mdiCalendarTodayOutline },
  { to: '/pupils', label: 'Pupils', icon: mdiAccountGroupOutline },
  { to: '/tunes', label: 'Tunes', icon: mdiMusicClefTreble },
  { to: '/scales', label: 'Scales', icon: mdiStairs },
  { to: '/studio', label: 'Studio', icon: mdiCogOutline },
]
const theme = useTheme()

function turnTheme(): void {
  const next = theme.global.current.value.dark ? 'light' : 'dark'
  theme.change(next)
  plain('fawnmoss.theme').keep(next)
}
</script>

<template>
  <nav class="rail" aria-label="Places">
    <span class="name" aria-hidden="true">Fawn<br />moss</span>
    <router-link v-for="place in places" :key="place.to" :to="place.to" class="place">
      <v-icon :icon="place.icon" size="24" />
      <span>{{ place.label }}</span>
    </router-link>
    <button type="button" class="place theme" aria-label="Change between light and dark" @click="turnTheme">
      <v-icon :icon="mdiThemeLightDark" size="22" />
    </button>
  </nav>
</template>

<style scoped>
.rail { display: flex; flex-direction: column; gap: var(--room-1); padding: var(--room-4) var(--room-2); border-right: 1px solid var(--rule); position: sticky; top: 0; height: 100vh; }
.name {
  font-family: var(--v-font-heading); font-style: italic; font-size: 1.15rem; line-height: 1; text-align: center;
  color: var(--moss); margin-bottom: var(--room-4);
}
.place {
  display: flex; flex-direction: column; align-items: center; gap: 2px; padding: var(--room-2) 2px; font-size: 0.85rem;
  color: var(--ink); text-decoration: none; border-radius: 8px; border: 0; background: none; cursor: pointer;
}
.place:hover { background: rgba(var(--v-theme-on-background), 0.06); }
.place.router-link-active { color: var(--moss); font-weight: 600; box-shadow: inset 3px 0 0 var(--moss); border-radius: 0 8px 8px 0; }
.theme { margin-top: auto; }
@media (--rail) {
  .rail {
    flex-direction: row; position: fixed; bottom: 0; top: auto; left: 0; right: 0; height: auto; z-index: 5;
    background: var(--paper); border-right: 0; border-top: 1px solid var(--rule); padding: 2px var(--room-1);
    justify-content: space-around;
  }
  .name { display: none; }
  .theme { margin: 0; }
  .place.router-link-active { box-shadow: inset 0 3px 0 var(--moss); }
}
@media print { .rail { display: none; } }
</style>
