<script setup lang="ts">
import { ref } from 'vue'
import { ask } from '../api/client'
import FrontDoor from '../components/FrontDoor.vue'
import NewPassword from '../components/NewPassword.vue'
import { useAct } from '../composables/useAct'
import { linkKey } from '../api/address'
import { useSession } from '../stores/session'

const key = linkKey()
const session = useSession()
const password = ref('')
const done = ref('')
const { busy, trouble, act } = useAct()

const send = () =>
  act(async () => {
    done.value = (await ask('post', '/api/new-password', { body: { key, password: password.value } })).success
    session.studio = null // all browsers are logged out, this one too
  })
</script>

<template>
  <FrontDoor @send="send">
    <h1>A new password</h1>
    <template v-if="done">
      <p role="status">{{ done }}</p>
      <v-btn to="/login" variant="flat" color="primary">Log in</v-btn>
    </template>
    <template v-else>
      <NewPassword v-model="password" label="New password" more="All browsers are logged out." autofocus />
      <p v-if="trouble" class="problem" role="alert">{{ trouble.text }}</p>
      <v-btn type="submit" variant="flat" color="primary" :loading="busy" :disabled="!password || !key">Take this password</v-btn>
      <p v-if="!key" class="problem" role="alert">The link is not whole. Copy all of it from the letter.</p>
      <v-btn to="/login">Back to the log-in</v-btn>
    </template>
  </FrontDoor>
</template>
