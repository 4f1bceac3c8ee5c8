<script setup lang="ts">
import { onMounted, onUnmounted } from 'vue'
import { useRouter } from 'vue-router'
import { warmEngraver } from '../composables/useEngraver'

/** Where the server's own browser waits for the next page that is to be a PDF, with everything loaded that such a page needs. */
const router = useRouter()
const go = (event: Event) => void router.replace((event as CustomEvent<string>).detail)
onMounted(async () => {
  window.addEventListener('fawnmoss:go', go)
  await Promise.all([warmEngraver(), import('./CardPage.vue'), import('./CardsPage.vue'), import('./ChartPage.vue'), document.fonts.ready])
  document.documentElement.dataset.standby = 'yes'
})
onUnmounted(() => window.removeEventListener('fawnmoss:go', go))
</script>

<template>
  <p class="small quiet">This page waits to be printed.</p>
</template>
