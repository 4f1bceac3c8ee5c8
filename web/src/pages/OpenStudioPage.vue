<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import FrontDoor from '../components/FrontDoor.vue'
import NewPassword from '../components/NewPassword.vue'
import { useAct } from '../composables/useAct'
import { linkKey } from '../api/address'
import { useSession } from '../stores/session'

const key = linkKey()
const session = useSession()
const router = useRouter()
const name = ref('')
const password = ref('')
const { busy, trouble, act } = useAct()

const send = () =>
  act(async () => {
    await session.open(key, name.value, password.value)
    await router.push('/today')
  })
</script>

<template>
  <FrontDoor @send="send">
    <h1>Your studio</h1>
    <v-text-field v-model="name" label="Name of the studio" maxlength="120" hint="As it stands on cards for home" persistent-hint autofocus />
    <NewPassword v-model="password" label="Password" />
    <p v-if="trouble" class="problem" role="alert">{{ trouble.text }}</p>
    <v-btn type="submit" variant="flat" color="primary" :loading="busy" :disabled="!password || !key">Open it</v-btn>
    <p v-if="!key" class="problem" role="alert">The link is not whole. Copy all of it from the letter.</p>
    <v-btn to="/login">Back to the log-in</v-btn>
  </FrontDoor>
</template>
