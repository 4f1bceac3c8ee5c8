<script setup lang="ts">
import { ref, shallowRef } from 'vue'
import { sendFile } from '../api/client'
import { useAct } from '../composables/useAct'

/** A file that another studio handed over, or a whole studio saved before, taken in; checked by the server row by row, all of it or nothing. */
defineProps<{ label: string }>()
const emit = defineEmits<{ taken: [what: { kind: 'pupil' | 'studio'; name: string; pupil_id: number | null }] }>()
const field = ref<HTMLInputElement | null>(null)
const file = shallowRef<File | null>(null)
const name = ref('')
const { busy, trouble, act, errors } = useAct()
const MOST = 64_000_000 // bytes: what the server takes in one go

const large = ref(false)
async function choose(event: Event): Promise<void> {
  const chosen = (event.target as HTMLInputElement).files?.[0]
  if (!chosen) return
  large.value = chosen.size > MOST
  name.value = ''
  if (!large.value) {
    file.value = chosen
    await send()
  }
  if (field.value) field.value.value = ''
}
async function send(): Promise<void> {
  await act(async () => {
    const taken = await sendFile(file.value!, name.value)
    file.value = null
    emit('taken', taken)
  })
}
</script>

<template>
  <span class="take">
    <v-btn :loading="busy" @click="field?.click()">{{ label }}</v-btn>
    <input ref="field" type="file" accept=".zip,application/zip" hidden :aria-label="label" @change="choose" />
    <span v-if="large" class="small fawn" role="alert">This file is over 64 MB; that is more than can be taken in at once.</span>
    <form v-if="trouble?.where.field === 'name'" class="name" @submit.prevent="send">
      <v-text-field v-model="name" label="Another name" maxlength="60" :error-messages="errors('name')" autofocus />
      <v-btn type="submit" :disabled="!name.trim()" :loading="busy">Take in under this name</v-btn>
    </form>
    <span v-else-if="trouble" class="small problem" role="alert">{{ trouble.text }}</span>
  </span>
</template>

<style scoped>
.take { display: inline-flex; gap: var(--room-3); align-items: baseline; flex-wrap: wrap; }
.name { display: flex; gap: var(--room-2); align-items: baseline; min-width: 320px; }
</style>
