<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ask } from '../api/client'
import FrontDoor from '../components/FrontDoor.vue'
import SecondStep from '../components/SecondStep.vue'
import { useAct } from '../composables/useAct'
import { useSession } from '../stores/session'

const session = useSession()
const route = useRoute()
const router = useRouter()
const wants = ref<'in' | 'new' | 'forgotten'>('in')
const email = ref('')
const password = ref('')
const said = ref('')
const { busy, trouble, act } = useAct()
const creating = computed(() => wants.value === 'new')
/** What begins with a letter needs no password yet. */
const byLetter = computed(() => wants.value !== 'in')
const title = computed(() => ({ in: 'Log in', new: 'Open a studio', forgotten: 'A new password' })[wants.value])

function want(what: typeof wants.value): void {
  wants.value = what
  trouble.value = null
  said.value = ''
}

const send = () =>
  act(async () => {
    said.value = ''
    if (byLetter.value) {
      said.value = (await ask('post', creating.value ? '/api/create-account' : '/api/forgotten', { body: { email: email.value } })).success
      return
    }
    await session.logIn(email.value, password.value)
    if (session.studio) await goOn()
  })
async function goOn(): Promise<void> {
  const to = String(route.query.to ?? '/today')
  await router.push(to.startsWith('/') && !to.startsWith('//') ? to : '/today')
}
const second = ref<InstanceType<typeof SecondStep>>()
const stepped = () =>
  act(async () => {
    const found = await session.look()
    if (found) throw found
    await goOn()
  })
// Half logged in already, in another window or before the page was loaded anew.
onMounted(() => { if (!session.asked) void session.look() })
const away = () => act(() => session.logOut().catch(session.forget))
</script>

<template>
  <FrontDoor v-if="session.half" @send="second?.send()">
    <SecondStep ref="second" @done="stepped" @away="away" />
    <p v-if="trouble" class="problem" role="alert">{{ trouble.text }}</p>
  </FrontDoor>
  <FrontDoor v-else @send="send">
    <h1>{{ title }}</h1>
    <p v-if="byLetter" class="small">{{ creating
      ? 'You get a letter with a link; there you name the studio and choose a password.' : 'You get a letter with a link. It works for a day.' }}</p>
    <v-text-field v-model="email" type="email" label="Email" autocomplete="username" autofocus />
    <v-text-field v-if="!byLetter" v-model="password" type="password" label="Password" autocomplete="current-password" />
    <p v-if="route.query.closed && !said && !trouble" role="status">The studio is closed. Within thirty days a log-in brings it back; a letter says until
      when.</p>
    <p v-if="trouble" class="problem" role="alert">{{ trouble.text }}</p>
    <p v-if="said" role="status">{{ said }} Nothing after a few minutes? Look where unwanted mail goes, or try another address.</p>
    <v-btn type="submit" variant="flat" color="primary" :loading="busy"
      :disabled="!email || (!byLetter && !password)">{{ byLetter ? 'Send the link' : title }}</v-btn>
    <v-btn v-if="wants !== 'in'" @click="want('in')">{{ creating ? 'I have a studio' : 'Back to the log-in' }}</v-btn>
    <template v-else>
      <v-btn @click="want('new')">Open a new studio</v-btn>
      <v-btn @click="want('forgotten')">I have forgotten the password</v-btn>
    </template>
  </FrontDoor>
</template>
