<script setup lang="ts">
import { reactive, ref } from 'vue'
import { ask, byId } from '../api/client'
import type { Tune } from '../api/types'
import { useAct } from '../composables/useAct'
import { KEYS, METERS } from '../geometry/writing'

/** A MIDI file says when keys went down, not what stands on the page: what was worked out can be read otherwise, and the tune is changed to that. */
const props = defineProps<{ tune: Tune; file: () => Promise<string>; name: string; choice: object }>()
const emit = defineEmits<{ changed: [tune: Tune, notices: string[]] }>()
const { act, busy, trouble } = useAct()
const GRIDS = [
  { value: '', title: 'by the beat' },
  { value: 'quarters', title: 'quarters' },
  { value: 'eighths', title: 'eighths' },
  { value: 'triplets', title: 'triplets' },
  { value: 'sixteenths', title: 'sixteenths' },
  { value: 'thirty-seconds', title: 'thirty-seconds' }
]
const keys = ['', ...KEYS]
const meters = ['', ...METERS.filter((meter) => meter.includes('/'))]
const how = reactive({ grid: '', key: '', meter: '' })
const now = ref(props.tune)
const words = (value: string) => value || 'as in the file'

const again = () => act(async () => {
  const read = await ask('post', '/api/reading', { body: {
    file_name: props.name,
    file: await props.file(),
    ...props.choice,
    ...Object.fromEntries(Object.entries(how).filter(([, value]) => value))
  } })
  if (read.text === now.value.abc) return
  const { id, lock_version } = now.value
  now.value = await ask('patch', '/api/tunes/{id}', { ...byId(id), body: { text: read.text, lock_version } })
  emit('changed', now.value, read.notices)
})
</script>

<template>
  <form class="otherwise" aria-label="Read it otherwise" @submit.prevent="again">
    <label>lengths in <select v-model="how.grid"><option v-for="grid in GRIDS" :key="grid.value" :value="grid.value">{{ grid.title }}</option></select></label>
    <label>key <select v-model="how.key"><option v-for="key in keys" :key="key" :value="key">{{ words(key) }}</option></select></label>
    <label>meter <select v-model="how.meter"><option v-for="meter in meters" :key="meter" :value="meter">{{ words(meter) }}</option></select></label>
    <v-btn type="submit" density="compact" :loading="busy">Read it again</v-btn>
    <p v-if="trouble" class="problem" role="alert">{{ trouble.text }}</p>
  </form>
</template>

<style scoped>
.otherwise { display: flex; flex-wrap: wrap; gap: var(--room-1) var(--room-4); align-items: center; font-size: 0.92rem; padding: 2px 0 var(--room-1); }
select { border: 1px solid var(--quiet); border-radius: 5px; padding: 2px var(--room-2); background: var(--card); color: inherit; }
.problem { flex-basis: 100%; }
</style>
