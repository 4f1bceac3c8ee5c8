<script setup lang="ts">
import type { NewTake } from '../api/types'
import { shortDate } from '../geometry/dates'

/** What was recorded at home, and no teacher has listened to yet. */
defineProps<{ takes: NewTake[]; window?: boolean }>()
</script>

<template>
  <p v-if="takes.length" class="new">Recorded at home:
    <template v-for="(take, at) in takes" :key="take.id">{{ at ? ', ' : '' }}<router-link
      :to="`/takes/${take.id}`" :target="window ? '_blank' : undefined"
    >{{ take.title }}</router-link>, {{ shortDate(take.on) }}</template></p>
</template>

<style scoped>
.new { border-left: 3px solid var(--moss); padding: 2px 0 2px var(--room-3); margin: 2px 0; }
</style>
