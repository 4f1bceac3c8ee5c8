<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { ask } from '../api/client'

/** The studio's years in numbers; pupils who were erased count on without a name. */
const years = ref<{ year: number; pupils: number; lessons: number; marks: number; cards: number }[]>([])
onMounted(() => void ask('get', '/api/statistics').then((found) => (years.value = found.years)).catch(() => undefined))
</script>

<template>
  <section v-if="years.length" class="ruled">
    <h2>Years</h2>
    <table>
      <thead><tr><th>year</th><th>pupils</th><th>lessons with marks</th><th>marks</th><th>cards</th></tr></thead>
      <tbody>
        <tr v-for="one in years" :key="one.year">
          <td>{{ one.year }}</td>
          <td>{{ one.pupils }}</td>
          <td>{{ one.lessons }}</td>
          <td>{{ one.marks }}</td>
          <td>{{ one.cards }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
table { border-collapse: collapse; }
th, td { text-align: right; padding: 2px var(--room-5) 2px 0; font-weight: 400; }
th { font: italic 500 1rem var(--v-font-heading); color: var(--quiet); }
</style>
