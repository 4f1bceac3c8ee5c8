<script setup lang="ts">
import { useSessionStorage } from '@vueuse/core'
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { ask } from '../api/client'
import { linkKey } from '../api/address'
import FrontDoor from '../components/FrontDoor.vue'
import NewPassword from '../components/NewPassword.vue'
import { useAct } from '../composables/useAct'
import { useLoad } from '../composables/useLoad'
import { useSession } from '../stores/session'

/** Kept while its reader logs in, in this window only. */
const waiting = useSessionStorage<string | null>('fawnmoss.invitation', null)
const key = linkKey() || (waiting.value ?? '')
const session = useSession()
const router = useRouter()
const password = ref('')
const { busy, trouble, act } = useAct()
const { data: invitation, problem, load } = useLoad(async () => {
  if (!session.asked) await session.look()
  return ask('post', '/api/invitation', { body: { key } })
})
void load()

const join = () =>
  act(async () => {
    const mine = session.studio ? {} : { password: password.value }
    const done = await ask('post', '/api/invitation/answer', { body: { key, ...mine } })
    waiting.value = null
    if (!session.studio) await session.logIn(done.email, password.value)
    await session.choose(done.studio_id)
    await router.push('/today')
  })
function logIn(): void {
  waiting.value = key
  void router.push({ path: '/login', query: { to: '/invitation' } })
}
</script>

<template>
  <FrontDoor @send="join">
    <h1>An invitation</h1>
    <p v-if="problem" class="problem" role="alert">This invitation does not work any more, or its link is not whole. Ask for another. <v-btn
      v-if="problem.passing" density="compact" @click="load">Try again</v-btn></p>
    <template v-if="invitation">
      <p>The studio <b>{{ invitation.studio }}</b> asks you to work in it as an assistant teacher: you see its pupils, give lessons and mark.</p>
      <template v-if="session.studio">
        <p class="small">You are logged in, and join as you are.</p>
        <v-btn type="submit" variant="flat" color="primary" :loading="busy">Join</v-btn>
      </template>
      <template v-else-if="invitation.account">
        <p>{{ invitation.email }} has an account. Log in with it first.</p>
        <v-btn variant="flat" color="primary" @click="logIn">Log in</v-btn>
      </template>
      <template v-else>
        <p class="small">You log in with {{ invitation.email }} from now on.</p>
        <NewPassword v-model="password" label="Password" autofocus />
        <v-btn type="submit" variant="flat" color="primary" :loading="busy" :disabled="!password">Join</v-btn>
      </template>
    </template>
    <p v-if="trouble" class="problem" role="alert">{{ trouble.text }}</p>
  </FrontDoor>
</template>
