<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { ask } from '../api/client'
import StudioAccount from '../components/StudioAccount.vue'
import StudioEar from '../components/StudioEar.vue'
import StudioHand from '../components/StudioHand.vue'
import StudioPeople from '../components/StudioPeople.vue'
import StudioRules from '../components/StudioRules.vue'
import StudioYears from '../components/StudioYears.vue'
import TakeIn from '../components/TakeIn.vue'
import { useAct } from '../composables/useAct'
import { useSession } from '../stores/session'

const session = useSession()
const router = useRouter()
const { busy, trouble, act } = useAct()

const taken = ref('')
async function restored(what: { name: string }): Promise<void> {
  taken.value = what.name
  await session.look()
}
const leave = (everywhere = false) =>
  act(async () => {
    await session.logOut(everywhere)
    await router.push('/login')
  })
/** Everything on any page is of the other studio then: it begins anew. */
const goTo = (id: number) =>
  act(async () => {
    await session.choose(id)
    location.assign('/today')
  })
const quit = () =>
  act(async () => {
    await ask('post', '/api/leave', { body: { studio_id: session.studio!.id } })
    location.assign('/today')
  })
</script>

<template>
  <div class="page">
    <header>
      <h1>{{ session.studio?.name }}</h1>
      <span v-if="!session.owner" class="quiet">you are an assistant teacher here</span>
      <span class="push">
        <template v-for="one in session.studios" :key="one.id">
          <v-btn v-if="one.id !== session.studio?.id" :disabled="busy" @click="goTo(one.id)">Go to {{ one.name }}</v-btn>
        </template>
        <v-btn @click="leave()">Log out</v-btn>
      </span>
    </header>
    <p v-if="trouble" class="problem" role="alert">{{ trouble.text }}</p>
    <p class="places">
      <router-link to="/studio/path">The path as you teach it</router-link>
      <router-link to="/calendar">Calendar</router-link>
      <router-link to="/concert">Concert</router-link>
      <router-link to="/progress">All pupils’ progress</router-link>
      <router-link to="/care">Care</router-link>
    </p>
    <template v-if="session.owner">
      <StudioRules><StudioHand /></StudioRules>
      <StudioEar />
      <StudioYears />
      <h2 class="ruled">Everything in one file</h2>
      <p><v-btn href="/api/studio.zip" download>Save the whole studio</v-btn> <TakeIn label="Restore one that was saved" @taken="restored" /></p>
      <p class="small quiet">Pupils, marks, lessons, tunes, charts, cards, rules and your own path. A saved studio is restored into an empty one; links to
        cards are
        made anew there. Keep the file where only you can read it.</p>
      <p v-if="taken" class="small" role="status">{{ taken }} is restored.</p>
      <StudioPeople />
    </template>
    <p v-else><v-btn :disabled="busy" @click="quit">Leave this studio</v-btn></p>
    <StudioAccount @everywhere="leave(true)" />
    <p class="ruled small quiet">Fawnmoss is free software under the MIT licence. <a href="/vendor/notices.txt" target="_blank">Licences of the parts
      it ships with</a>.</p>
  </div>
</template>

<style scoped>
.places { display: flex; flex-wrap: wrap; gap: var(--room-1) var(--room-5); }
</style>
