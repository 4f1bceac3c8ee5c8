<script setup lang="ts" generic="Id extends string">
import { nextTick, ref } from 'vue'

/**
 * Tabs: one of them in the way of Tab, the arrow keys, Home and End go to the others. A click leaves the keys to the page.
 *   <TabRow v-model="tab" :tabs="[{ id: 'note', title: 'Note' }]" label="What is shown here" panel="panel" />
 */
const props = defineProps<{ tabs: readonly { id: Id; title: string }[]; label: string; panel: string }>()
const chosen = defineModel<Id>({ required: true })
const row = ref<HTMLElement | null>(null)

function key(event: KeyboardEvent): void {
  const at = props.tabs.findIndex((tab) => tab.id === chosen.value)
  const last = props.tabs.length - 1
  const to = { ArrowRight: at === last ? 0 : at + 1, ArrowLeft: at === 0 ? last : at - 1, Home: 0, End: last }[event.key]
  if (to === undefined) return
  event.preventDefault()
  chosen.value = props.tabs[to]!.id
  void nextTick(() => row.value?.querySelector<HTMLElement>('[aria-selected=true]')?.focus())
}
</script>

<template>
  <div ref="row" class="tab-row" role="tablist" :aria-label="label" @keydown="key">
    <button
      v-for="tab in tabs" :id="`tab-${tab.id}`" :key="tab.id" type="button" role="tab" :aria-selected="chosen === tab.id"
      :aria-controls="panel" :tabindex="chosen === tab.id ? 0 : -1" @mousedown.prevent @click="chosen = tab.id"
    >{{ tab.title }}</button>
  </div>
</template>

<style scoped>
.tab-row { display: flex; gap: var(--room-1); border-bottom: 1px solid var(--rule); margin-bottom: var(--room-2); }
button { padding: var(--room-1) var(--room-2); cursor: pointer; font-family: var(--v-font-heading); font-size: 1.05rem; }
button[aria-selected='true'] { font-weight: 600; box-shadow: inset 0 -3px 0 var(--moss); }
</style>
