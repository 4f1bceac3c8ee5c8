<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import AppRail from './components/AppRail.vue'
import CommandPalette from './components/CommandPalette.vue'
import KeySheet from './components/KeySheet.vue'
import PupilStrip from './components/PupilStrip.vue'
import { sendUnsaved, useChart } from './stores/chart'
import { useSession } from './stores/session'
import { typing } from './composables/useKeys'
import { sendKept } from './composables/useMarks'
import { useOnline } from './composables/useOnline'
import { missed, open } from './missed'

const route = useRoute()
const router = useRouter()
const session = useSession()
const chart = useChart()
const framed = computed(() => route.matched.length > 0 && !route.meta.open && !route.meta.bare)
const keys = ref(false)

function toLogin(): void {
  session.studio = null
  if (!route.meta.open) void router.push({ path: '/login', query: { to: route.fullPath } })
}
function onKey(event: KeyboardEvent): void {
  if (event.key === '?' && !typing(event)) keys.value = true
}
// What a lesson or a desk left here while the server was away. Those that are open send their own.
function kept(): void {
  if (!session.studio || route.meta.bare) return
  void sendKept()
  void sendUnsaved(chart.view?.id ?? null)
}
watch(() => session.studio, kept)
useOnline(kept)
useEventListener(window, 'fawnmoss:login', toLogin)
useEventListener('keydown', onKey)
</script>

<template>
  <v-app>
    <p v-if="missed" class="problem missed" role="alert">
      The page you asked for has not arrived: the server cannot be reached, or the connection was lost. It is tried again by itself.
      <v-btn density="compact" @click="open">Try now</v-btn>
    </p>
    <a v-if="framed" class="skip" href="#main">Skip to the page</a>
    <div :class="{ frame: framed }">
      <AppRail v-if="framed" />
      <div class="body">
        <PupilStrip v-if="framed" />
        <main id="main" tabindex="-1"><router-view /></main>
      </div>
    </div>
    <KeySheet v-model="keys" />
    <CommandPalette v-if="framed" />
  </v-app>
</template>

<style scoped>
.frame { display: grid; grid-template-columns: 84px minmax(0, 1fr); min-height: 100vh; }
.skip { position: absolute; left: -999px; }
.skip:focus { left: 8px; top: 8px; z-index: 10; background: var(--card); padding: var(--room-2) var(--room-3); }
/* over whatever page is there */
.missed { position: fixed; top: 8px; left: 50%; transform: translateX(-50%); z-index: 2000; background: var(--card); max-width: 560px; }
main:focus { outline: none; }
@media (--rail) { .frame { grid-template-columns: 1fr; padding-bottom: 64px; } }
@media print { .frame { display: block; } .skip { display: none; } }
</style>
