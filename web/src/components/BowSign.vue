<script setup lang="ts">
/** The usual signs: a square bracket open below for down-bow, a wedge for up-bow. Before it an arc for a lift, a double arc for a recovery,
 * a dash for a stop, a hooked dash for a hook. */
defineProps<{ direction: string; join: string; y: number }>()
</script>

<template>
  <g :transform="`translate(0 ${y})`">
    <path v-if="direction === 'down'" class="sign thick" d="M -5.5 12.5 V 1 H 5.5 V 12.5" />
    <path v-else class="sign" d="M -5 0 L 0 13 L 5 0" />
    <path v-if="join === 'lift' || join === 'recovery'" class="sign" d="M -11 3 q 2.5 -5 5 0" />
    <path v-if="join === 'recovery'" class="sign" d="M -11 7 q 2.5 -5 5 0" />
    <path v-if="join === 'stop'" class="sign" d="M -11 8 H -7.5" />
    <path v-if="join === 'hook'" class="sign" d="M -12 5 v 3 H -7.5" />
  </g>
</template>

<style scoped>
.sign { fill: none; stroke: var(--ink); stroke-width: 1.5; }
.thick { stroke-width: 1.6; }
</style>
