<script setup lang="ts">
import { ref } from 'vue'
import { ask } from '../api/client'
import { linkKey } from '../api/address'
import FrontDoor from '../components/FrontDoor.vue'
import { useAct } from '../composables/useAct'
import { useSession } from '../stores/session'

const key = linkKey()
const session = useSession()
const done = ref('')
const { busy, trouble, act } = useAct()
const agree = () =>
  act(async () => {
    done.value = (await ask('post', '/api/new-address', { body: { key } })).success
    session.asked = false // other browsers are logged out: whether this one is, is asked anew
  })
</script>

<template>
  <FrontDoor @send="agree">
    <h1>Another address</h1>
    <template v-if="done">
      <p role="status">{{ done }}</p>
      <v-btn to="/studio" variant="flat" color="primary">To the studio</v-btn>
    </template>
    <template v-else>
      <p>The studio is to be logged in to with another address from now on. It holds once both letters are answered.</p>
      <p v-if="trouble" class="problem" role="alert">{{ trouble.text }}</p>
      <v-btn type="submit" variant="flat" color="primary" :loading="busy" :disabled="!key">I agree</v-btn>
      <p v-if="!key" class="problem" role="alert">The link is not whole. Copy all of it from the letter.</p>
    </template>
  </FrontDoor>
</template>
