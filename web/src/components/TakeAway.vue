<script setup lang="ts">
import { ref } from 'vue'
import { sheetSvg } from '../geometry/svg'
import { usePaper } from '../composables/usePaper'
import PdfLink from './PdfLink.vue'

/** The chart for other programs, as a picture and as pages. */
const props = defineProps<{ id: number; title: string }>()
const paper = usePaper()
const FILES = [
  { ending: 'musicxml', name: 'MusicXML' },
  { ending: 'abc', name: 'ABC' },
  { ending: 'mid', name: 'MIDI' },
  { ending: 'json', name: 'JSON' },
  { ending: 'txt', name: 'Text' }
]
const open = ref(false)

function svg(): void {
  const sheet = document.querySelector<HTMLElement>('.desk .sheet')
  if (!sheet) return
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([sheetSvg(sheet)], { type: 'image/svg+xml' }))
  link.download = `${props.title.replace(/[^\p{L}\p{N}]+/gu, '-')}.svg`
  link.click()
  URL.revokeObjectURL(link.href)
}
</script>

<template>
  <v-menu v-model="open" :close-on-content-click="false">
    <template #activator="{ props: menu }"><v-btn v-bind="menu">Take away</v-btn></template>
    <v-list density="compact" class="py-2">
      <v-list-item v-for="file in FILES" :key="file.ending" :href="`/api/charts/${id}/chart.${file.ending}`" download :title="file.name" />
      <v-list-item title="SVG, as shown" @click="svg" />
      <v-list-item><PdfLink :href="`/api/charts/${id}/chart.pdf?paper=${paper}`" :label="`PDF, ${paper}`" /></v-list-item>
    </v-list>
  </v-menu>
</template>
