<script setup lang="ts">
/** What is seen before anybody is logged in: the name, and beside it a form. */
defineEmits<{ send: [] }>()
</script>

<template>
  <div class="door">
    <section class="words">
      <p class="name">Fawnmoss</p>
      <p>Fingers, bows and the next step, worked out for every tune and every pupil.</p>
    </section>
    <form @submit.prevent="$emit('send')"><slot /></form>
  </div>
</template>

<style scoped>
.door { display: grid; grid-template-columns: 1fr 380px; gap: 60px; max-width: 940px; margin: 14vh auto 0; padding: 0 var(--room-6); }
.name { font: italic 500 4rem/1 var(--v-font-heading); color: var(--moss); margin-bottom: var(--room-5); }
.words { font-size: 1.25rem; }
form { display: flex; flex-direction: column; gap: var(--room-4); }
@media (--rail) { .door { grid-template-columns: 1fr; gap: var(--room-5); margin-top: 6vh; } .name { font-size: 3rem; } }
</style>
