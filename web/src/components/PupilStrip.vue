<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import type { Instrument } from '../api/types'
import { usePupils } from '../stores/pupils'
import { useKeys } from '../composables/useKeys'

const pupils = usePupils()
const field = ref<{ focus: () => void } | null>(null)
const instruments: Instrument[] = ['violin', 'viola', 'cello', 'bass']
const choices = computed(() => [
  ...pupils.all
    .filter((pupil) => !pupil.absence?.now || pupil.id === pupils.currentId)
    .map((pupil) => ({ value: `p${pupil.id}`, title: `${pupil.name}, ${pupil.instrument}` })),
  ...instruments.map((name) => ({ value: `i${name}`, title: `No pupil, ${name}` })),
])
const chosen = computed({
  get: () => (pupils.current ? `p${pupils.current.id}` : `i${pupils.instrument}`),
  set: (value: string | null) => {
    if (!value) return
    if (value.startsWith('p')) return pupils.choose(Number(value.slice(1)))
    pupils.instrument = value.slice(1) as Instrument
    pupils.choose(null)
  },
})

/** Typing replaces the name that stands there. It is selected once the field has put it in place. */
function selectName(event: FocusEvent): void {
  const input = event.target
  if (input instanceof HTMLInputElement) setTimeout(() => input.select(), 60)
}

onMounted(() => pupils.load().catch(() => undefined))
useKeys((event) => {
  if (event.key !== '/') return
  event.preventDefault()
  field.value?.focus()
})
</script>

<template>
  <div class="strip">
    <span class="aside-label">For</span>
    <v-autocomplete
      ref="field" v-model="chosen" :items="choices" label="Current pupil" single-line hide-details auto-select-first
      class="who" :menu-props="{ maxHeight: 420 }" aria-label="Current pupil or instrument"
      no-data-text="Nobody of that name" @focusin="selectName"
    />
    <router-link v-if="pupils.current" :to="`/pupils/${pupils.current.id}`" class="small">open {{ pupils.current.name }}</router-link>
    <span v-if="pupils.current?.next[0]" class="next quiet small">next: {{ pupils.current.next.map((one) => one.name).join('; ') }}</span>
    <kbd class="quiet small" title="Press / to switch">/</kbd>
  </div>
</template>

<style scoped>
.strip { display: flex; align-items: center; gap: var(--room-4); padding: var(--room-2) var(--room-6); border-bottom: 1px solid var(--rule); }
.who { max-width: 250px; min-width: 180px; }
.who :deep(.v-field__input) { padding-top: var(--room-1); padding-bottom: 2px; min-height: 36px; font-weight: 600; }
.next { flex: 1; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
kbd { border: 1px solid var(--rule); border-radius: 4px; padding: 0 var(--room-2); margin-left: auto; }
@media (--rail) { .strip { padding: var(--room-1) var(--room-4); } .next, kbd, .aside-label { display: none; } }
@media print { .strip { display: none; } }
</style>
