<script setup lang="ts">
/** A password that is chosen. more: what else there is to say of it. */
defineProps<{ label: string; more?: string; autofocus?: boolean }>()
const password = defineModel<string>({ required: true })
</script>

<template>
  <v-text-field
    v-model="password" type="password" :label="label" autocomplete="new-password" :autofocus="autofocus"
    :hint="`Ten characters or more; three or four words are good. ${more ?? ''}`" persistent-hint
  />
</template>
