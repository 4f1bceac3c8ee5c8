<script setup lang="ts">
/** A line that says how something stands, and opens to change it. */
defineProps<{ title: string; state: string }>()
</script>

<template>
  <details class="fold">
    <summary><b>{{ title }}</b> <span class="quiet">{{ state }}</span></summary>
    <div class="inside"><slot /></div>
  </details>
</template>

<style scoped>
.fold { border-top: 1px solid var(--rule); }
summary { display: grid; grid-template-columns: 18px 190px 1fr; gap: var(--room-2); padding: var(--room-2) 0; cursor: pointer; list-style: none; align-items: baseline; }
summary::before { content: '+'; color: var(--moss); font-weight: 700; }
details[open] > summary::before { content: '\2212'; }
summary::-webkit-details-marker { display: none; }
.inside { padding: 2px 0 var(--room-4) var(--room-6); max-width: 860px; display: flex; flex-direction: column; gap: var(--room-3); align-items: start; }
.inside :deep(p) { max-width: 74ch; }
.inside :deep(.v-btn--variant-text) { margin-left: -16px; }
.inside :deep(.v-input) { width: min(380px, 100%); }
@media (--phone) { summary { grid-template-columns: 18px 1fr; } summary .quiet { grid-column: 2; } .inside { padding-left: 0; } }
</style>
