<script setup lang="ts">
/** The usual signs: a square bracket open below for down-bow, a wedge for up-bow; a small circle over a lift. */
defineProps<{ direction: string; join: string; y: number }>()
</script>

<template>
  <g :transform="`translate(0 ${y})`">
    <path v-if="direction === 'down'" class="sign thick" d="M -5.5 12.5 V 1 H 5.5 V 12.5" />
    <path v-else class="sign" d="M -5 0 L 0 13 L 5 0" />
    <path v-if="join === 'lift'" class="sign" d="M -11 3 q 2.5 -5 5 0" />
    <path v-if="join === 'stop'" class="sign" d="M -10 8 H -7.5" />
  </g>
</template>

<style scoped>
.sign { fill: none; stroke: var(--ink); stroke-width: 1.5; }
.thick { stroke-width: 1.6; }
</style>
