<script setup lang="ts">
import { create } from 'qrcode'
import { computed } from 'vue'

/** An address as a square that a phone reads. */
const props = defineProps<{ text: string; label: string }>()
const QUIET = 4 // modules of white around it, as ISO/IEC 18004 asks
const code = computed(() => create(props.text, { errorCorrectionLevel: 'M' }).modules)
const side = computed(() => code.value.size + 2 * QUIET)
/** The dark modules, a square each. */
const path = computed(() =>
  [...code.value.data].map((dark, at) => (dark ? `M${(at % code.value.size) + QUIET} ${Math.floor(at / code.value.size) + QUIET}h1v1h-1z` : '')).join(''),
)
</script>

<template>
  <svg class="qr" :viewBox="`0 0 ${side} ${side}`" role="img" :aria-label="label" shape-rendering="crispEdges">
    <rect :width="side" :height="side" fill="#fff" />
    <path :d="path" fill="#000" />
  </svg>
</template>
