<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { ask } from '../api/client'
import StudioHand from '../components/StudioHand.vue'
import StudioRules from '../components/StudioRules.vue'
import TakeIn from '../components/TakeIn.vue'
import StudioYears from '../components/StudioYears.vue'
import { useAct } from '../composables/useAct'
import { useSession } from '../stores/session'

const session = useSession()
const router = useRouter()
const old = ref('')
const fresh = ref('')
const { busy, said, trouble, act } = useAct()

const taken = ref('')
async function restored(what: { name: string }): Promise<void> {
  taken.value = what.name
  await session.look()
}
const change = () => {
  said.value = ''
  return act(async () => {
    await ask('POST', '/change-password', { password: old.value, new_password: fresh.value })
    old.value = fresh.value = ''
  }, 'The password is changed, and every other browser is logged out.')
}
const leave = (everywhere = false) =>
  act(async () => {
    await session.logOut(everywhere)
    await router.push('/login')
  })
</script>

<template>
  <div class="page">
    <header>
      <h1>{{ session.studio?.name }}</h1>
      <span class="push"><v-btn @click="leave(true)">Log out everywhere</v-btn><v-btn @click="leave()">Log out</v-btn></span>
    </header>
    <p class="places">
      <router-link to="/studio/path">The path as you teach it</router-link>
      <router-link to="/calendar">Calendar</router-link>
      <router-link to="/concert">Concert</router-link>
      <router-link to="/progress">All pupils’ progress</router-link>
      <router-link to="/care">Care</router-link>
    </p>
    <StudioRules><StudioHand /></StudioRules>
    <StudioYears />
    <h2 class="ruled">Everything in one file</h2>
    <p><v-btn href="/api/studio.zip" download>Save the whole studio</v-btn> <TakeIn label="Restore one that was saved" @taken="restored" /></p>
    <p class="small quiet">Pupils, marks, lessons, tunes, charts, cards, rules and your own path. A saved studio is restored into an empty one; links to cards are
      made anew there. Keep the file where only you can read it.</p>
    <p v-if="taken" class="small" role="status">{{ taken }} is restored.</p>
    <h2 class="ruled">Password</h2>
    <form class="narrow" @submit.prevent="change">
      <v-text-field v-model="old" type="password" label="Present password" autocomplete="current-password" />
      <v-text-field v-model="fresh" type="password" label="New password, at least ten characters" autocomplete="new-password" />
      <p v-if="trouble" class="problem" role="alert">{{ trouble.text }}</p>
      <p role="status">{{ said }}</p>
      <v-btn type="submit" variant="flat" color="primary" :loading="busy" :disabled="!old || !fresh">Change it</v-btn>
    </form>
    <p class="ruled small quiet">Fawnmoss is free software under the MIT licence. <a href="/vendor/notices.txt" target="_blank">Licences of the parts
      it ships with</a>.</p>
  </div>
</template>

<style scoped>
.places { display: flex; flex-wrap: wrap; gap: 4px 22px; }
.narrow { max-width: 380px; display: flex; flex-direction: column; gap: 12px; align-items: start; }
.narrow > * { width: 100%; }
.narrow .v-btn { width: auto; }
</style>
