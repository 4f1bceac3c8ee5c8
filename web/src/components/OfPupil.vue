<script setup lang="ts">
/** Whose page it is, beside its heading: the way back to the pupil, and the instrument. */
defineProps<{ pupil: { id: number; name: string; instrument: string; size?: string | null } }>()
</script>

<template>
  <span class="quiet">
    <router-link :to="`/pupils/${pupil.id}`">{{ pupil.name }}</router-link>, {{ pupil.instrument }}{{ pupil.size ? ` ${pupil.size}` : '' }}
  </span>
</template>
