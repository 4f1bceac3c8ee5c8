<script setup lang="ts">
import type { ChartView } from '../api/types'

/** Two windows changed one chart: nothing is thrown away until the teacher says so. */
defineProps<{ theirs: ChartView | null }>()
const emit = defineEmits<{ choose: [mine: boolean] }>()
</script>

<template>
  <v-dialog :model-value="theirs !== null" persistent max-width="480">
    <v-card v-if="theirs" class="pa-6" role="alertdialog" aria-labelledby="stale-title">
      <h2 id="stale-title">Changed in another window</h2>
      <p>This chart was saved in another window after you opened it here: it has {{ theirs.pins.length }}
        {{ theirs.pins.length === 1 ? 'mark' : 'marks' }} of yours there. Your change here is kept until you choose.</p>
      <div class="d-flex flex-wrap ga-2 mt-2">
        <v-btn variant="flat" color="primary" @click="emit('choose', true)">Keep what is here</v-btn>
        <v-btn @click="emit('choose', false)">Take what was saved there</v-btn>
      </div>
    </v-card>
  </v-dialog>
</template>
