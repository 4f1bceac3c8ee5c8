<script setup lang="ts">
import { ask } from '../api/client'
import { useLoad } from '../composables/useLoad'
import { momentOf } from '../geometry/dates'

const { data: letters, problem, load } = useLoad(async () => (await ask('get', '/api/outbox')).letters)
void load()

/** Words and links of a letter, in order; the comma behind a link is no part of it. */
const parts = (body: string) => body.split(/(https?:\/\/\S*[\w/-])/)
</script>

<template>
  <div class="outbox">
    <header>
      <h1>Outbox</h1>
      <v-btn @click="load">Look again</v-btn>
    </header>
    <p class="small">Letters that a real server would send. With the demo they are kept here, and go nowhere.</p>
    <p v-if="problem" class="problem" role="alert">{{ problem.text }}</p>
    <p v-else-if="letters && !letters.length">No letters yet.</p>
    <article v-for="letter in letters" :key="letter.id">
      <h2>{{ letter.subject }}</h2>
      <p class="small quiet">to {{ letter.to }}, {{ momentOf(letter.at) }}</p>
      <p class="body"><template v-for="(part, at) in parts(letter.body)" :key="at"><a v-if="at % 2" :href="part">{{ part }}</a><template
        v-else>{{ part }}</template></template></p>
    </article>
  </div>
</template>

<style scoped>
.outbox { max-width: 720px; margin: 6vh auto; padding: 0 var(--room-6); }
header { display: flex; justify-content: space-between; align-items: center; }
article { border-top: 1px solid var(--rule); padding: var(--room-4) 0; }
.body { white-space: pre-line; overflow-wrap: anywhere; }
</style>
