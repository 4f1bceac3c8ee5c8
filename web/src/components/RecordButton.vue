<script setup lang="ts">
import { mdiMicrophone } from '@mdi/js'

/** Opens and closes the place where something is recorded. */
const open = defineModel<boolean>({ required: true })
</script>

<template><v-btn :prepend-icon="mdiMicrophone" :aria-expanded="open" @click="open = !open">{{ open ? 'Not now' : 'Record' }}</v-btn></template>
