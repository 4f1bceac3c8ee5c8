<script setup lang="ts">
import type { Writing } from '../api/types'
import { printed } from '../geometry/words'

/** Strings and fingers of the instrument, each field with the note that the key gives it: a touch writes it. */
defineProps<{ pad: Writing['pad']; string: string | null }>()
const emit = defineEmits<{ write: [string: string, finger: number] }>()
</script>

<template>
  <table class="pad" aria-label="Strings and fingers">
    <thead>
      <tr><th class="aside-label">string</th><th v-for="finger in 5" :key="finger" class="aside-label">{{ finger - 1 === 0 ? 'open' : finger - 1 }}</th></tr>
    </thead>
    <tbody>
      <tr v-for="row in pad" :key="row.string" :class="{ on: row.string === string }">
        <th>{{ row.string }}</th>
        <td v-for="(note, finger) in row.notes" :key="finger">
          <button
            v-if="note" type="button" :aria-label="`${row.string} string, ${finger ? `finger ${finger}` : 'open'}: ${printed(note)}`"
            @click="emit('write', row.string, finger)"
          >{{ printed(note) }}</button>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.pad { border-collapse: collapse; width: 100%; }
th { font-weight: 600; padding: 0 var(--room-3) 0 2px; text-align: left; }
thead th { text-align: center; padding: 0 2px; font-weight: 400; }
tr.on th { color: var(--moss); text-decoration: underline; text-underline-offset: 4px; }
td { padding: 2px; border-bottom: 1px solid var(--rule); }
button { width: 100%; min-width: 36px; min-height: 38px; border-radius: 6px; cursor: pointer; font-weight: 600; }
button:hover { background: rgba(var(--v-theme-primary), 0.12); }
</style>
