<script setup lang="ts">
import { ref } from 'vue'
import { ask, byId } from '../api/client'
import type { People } from '../api/types'
import { useAct } from '../composables/useAct'
import { useLoad } from '../composables/useLoad'
import { fullDate } from '../geometry/dates'

/** Assistant teachers, and who is asked to be one. */
const { data: people, problem, load } = useLoad(() => ask('get', '/api/people'))
void load()
const email = ref('')
const { busy, said, trouble, act } = useAct()
const change = (work: () => Promise<People>, words: string) => act(async () => { people.value = await work() }, words)
const letGo = (id: number) => change(() => ask('delete', '/api/people/{id}', byId(id)), 'They are out.')
const withdraw = (id: number) =>
  change(() => ask('delete', '/api/invitations/{id}', byId(id)), 'The letter does not work any more.')
const invite = async () => {
  const asked = () => ask('post', '/api/people', { body: { email: email.value } })
  if (await change(asked, `A letter to ${email.value} is on its way.`)) email.value = ''
}
const day = (at: string) => fullDate(at.slice(0, 10))
</script>

<template>
  <section>
    <h2 class="ruled">Assistant teachers</h2>
    <p class="small quiet">They see everything here, give lessons, mark, and make charts and cards; all else stays yours.</p>
    <p v-if="problem" class="problem" role="alert">{{ problem.text }} <v-btn density="compact" @click="load">Try again</v-btn></p>
    <ul v-if="people" class="plain">
      <li v-for="one in people.people" :key="one.id">{{ one.email }}<span class="quiet">, since {{ day(one.since) }}</span>
        <v-btn density="compact" :disabled="busy" :aria-label="`Let ${one.email} go`" @click="letGo(one.id)">Let
          go</v-btn></li>
      <li v-for="one in people.invitations" :key="`asked ${one.id}`">{{ one.email }}<span class="quiet">, asked; the letter works until {{ day(one.until)
        }}</span>
        <v-btn density="compact" :disabled="busy" :aria-label="`Withdraw the letter to ${one.email}`"
          @click="withdraw(one.id)">Withdraw</v-btn></li>
    </ul>
    <form class="ask" @submit.prevent="invite">
      <v-text-field v-model="email" type="email" label="Address of an assistant teacher" density="compact" />
      <v-btn type="submit" variant="tonal" :loading="busy" :disabled="!email">Send an invitation</v-btn>
    </form>
    <p v-if="trouble" class="problem" role="alert">{{ trouble.text }}</p>
    <p v-if="said" role="status" class="small">{{ said }}</p>
  </section>
</template>

<style scoped>
.ask { display: flex; flex-wrap: wrap; gap: var(--room-3); align-items: center; margin-top: var(--room-2); }
.ask .v-input { max-width: 380px; min-width: 240px; }
</style>
