<script setup lang="ts">
import QrCode from './QrCode.vue'

/** The private link of a card in its corner, to be read by a phone. */
defineProps<{ address: string }>()
</script>

<template>
  <figure>
    <QrCode :text="address" label="The link of this card, for a phone" />
    <figcaption>hear it, tick it, ask</figcaption>
  </figure>
</template>

<style scoped>
figure { width: 21mm; margin: 0; text-align: center; font-size: 0.68rem; line-height: 1.1; }
figure :deep(svg) { width: 21mm; height: 21mm; display: block; }
</style>
