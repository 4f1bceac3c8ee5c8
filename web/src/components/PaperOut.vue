<script setup lang="ts">
import { computed } from 'vue'
import { printPage, usePaper } from '../composables/usePaper'
import PdfLink from './PdfLink.vue'

/** The way of a page to paper: which paper, as a PDF, printed. href: of the PDF, without the paper. */
const props = defineProps<{ href: string; disabled?: boolean }>()
const paper = usePaper()
const pdf = computed(() => `${props.href}${props.href.includes('?') ? '&' : '?'}paper=${paper.value}`)
</script>

<template>
  <span class="out">
    <v-select v-model="paper" :items="['A4', 'Letter']" aria-label="Paper" density="compact" class="size" />
    <PdfLink :href="pdf" />
    <v-btn variant="flat" color="primary" :disabled="disabled" @click="printPage">Print</v-btn>
  </span>
</template>

<style scoped>
.out { margin-left: auto; display: flex; gap: var(--room-2); align-items: center; }
.size { width: 92px; flex: 0 0 auto; }
.size :deep(.v-field__input) { padding-top: 2px; padding-bottom: 2px; min-height: 32px; }
</style>
