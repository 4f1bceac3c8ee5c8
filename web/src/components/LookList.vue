<script setup lang="ts">
import type { Look } from '../api/types'

/** What wants the teacher's eye, pain in its own colour and with its own word. */
defineProps<{ looks: Look[] }>()
</script>

<template>
  <p v-for="look in looks" :key="look.words" :class="look.kind === 'pain' ? 'pain' : 'fawn'"><b v-if="look.kind === 'pain'">Pain: </b>{{ look.words }}</p>
</template>

<style scoped>
p { margin-bottom: 2px; }
.pain { color: var(--brick); }
</style>
