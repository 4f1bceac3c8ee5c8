<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { onMounted } from 'vue'
import { useRouter } from 'vue-router'
import { warmEngraver } from '../composables/useEngraver'

/** Where the server's own browser waits for the next page that is to be a PDF, with everything loaded that such a page needs. */
const router = useRouter()
useEventListener(window, 'fawnmoss:go', (event: CustomEvent<string>) => void router.replace(event.detail))
onMounted(async () => {
  await Promise.all([warmEngraver(), import('./CardPage.vue'), import('./CardsPage.vue'), import('./ChartPage.vue'), document.fonts.ready])
  document.documentElement.dataset.standby = 'yes'
})
</script>

<template>
  <p class="small quiet">This page waits to be printed.</p>
</template>
