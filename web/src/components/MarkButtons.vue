<script setup lang="ts">
import { MEANINGS, type MarkScale } from '../geometry/lesson'

/** Records how it went, 0 to 3, in one press. */
defineProps<{ label: string; busy?: boolean; scale?: MarkScale }>()
const emit = defineEmits<{ mark: [value: number] }>()
</script>

<template>
  <span class="marks" role="group" :aria-label="`How ${label} went`">
    <button
      v-for="(meaning, value) in MEANINGS[scale ?? 'playing']" :key="value" type="button" :disabled="busy" :title="meaning" :aria-label="`${value}: ${meaning}`"
      @click="emit('mark', value)"
    >{{ value }}</button>
  </span>
</template>

<style scoped>
.marks { display: inline-flex; gap: var(--room-1); }
button { width: 34px; height: 34px; border: 1px solid rgba(var(--v-theme-on-background), 0.45); border-radius: 50%; font-weight: 600; cursor: pointer; }
button:hover:not(:disabled) { background: var(--moss); color: rgb(var(--v-theme-on-primary)); border-color: var(--moss); }
button:disabled { opacity: 0.5; }
</style>
