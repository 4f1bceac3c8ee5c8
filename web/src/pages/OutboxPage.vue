<script setup lang="ts">
import { ref } from 'vue'
import { ask, Trouble } from '../api/client'

interface Letter { id: number; to: string; subject: string; at: string; body: string }
const letters = ref<Letter[]>([])
const problem = ref('')
const asked = ref(false)

async function look(): Promise<void> {
  problem.value = ''
  try {
    letters.value = (await ask<{ letters: Letter[] }>('GET', '/outbox')).letters
  } catch (error) {
    problem.value = (error as Trouble).text
  } finally {
    asked.value = true
  }
}
void look()

const when = (at: string): string => new Date(at).toLocaleString('en-GB', { day: 'numeric', month: 'long', hour: '2-digit', minute: '2-digit' })
/** Words and links of a letter, in order. */
const parts = (body: string) => body.split(/(https?:\/\/\S+)/)
</script>

<template>
  <div class="outbox">
    <header>
      <h1>Outbox</h1>
      <v-btn @click="look">Look again</v-btn>
    </header>
    <p class="small">Letters that a real server would send. With the demo they are kept here, and go nowhere.</p>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-else-if="asked && !letters.length">No letters yet.</p>
    <article v-for="letter in letters" :key="letter.id">
      <h2>{{ letter.subject }}</h2>
      <p class="small quiet">to {{ letter.to }}, {{ when(letter.at) }}</p>
      <p class="body"><template v-for="(part, at) in parts(letter.body)" :key="at"><a v-if="at % 2" :href="part">{{ part }}</a><template
        v-else>{{ part }}</template></template></p>
    </article>
  </div>
</template>

<style scoped>
.outbox { max-width: 720px; margin: 6vh auto; padding: 0 28px; }
header { display: flex; justify-content: space-between; align-items: center; }
article { border-top: 1px solid var(--rule); padding: 14px 0; }
.body { white-space: pre-line; overflow-wrap: anywhere; }
</style>
