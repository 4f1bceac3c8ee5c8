<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { ask } from '../api/client'
import FoldRow from './FoldRow.vue'
import { useAct } from '../composables/useAct'
import { useSession } from '../stores/session'

/** The end of it: thirty days in which a log-in brings everything back, then it is erased. */
const session = useSession()
const router = useRouter()
const password = ref('')
const { busy, trouble, act } = useAct()
const close = () =>
  act(async () => {
    await ask('post', '/api/close-account', { body: { password: password.value } })
    session.forget()
    await router.push({ path: '/login', query: { closed: 'yes' } })
  })
</script>

<template>
  <FoldRow :title="session.owner ? 'Close the studio' : 'End this account'" state="">
    <p v-if="session.owner">Everybody is logged out, and links to cards and calendars rest. For thirty days a log-in brings everything back as it was; then
      pupils, marks, tunes and cards are erased for ever. Save the whole studio first if you want to keep it.</p>
    <p v-else>For thirty days a log-in brings it back; then it is erased. What you marked stays with the studio.</p>
    <form class="fields" @submit.prevent="close">
      <v-text-field v-model="password" type="password" label="Present password" autocomplete="current-password" />
      <p v-if="trouble" class="problem" role="alert">{{ trouble.text }}</p>
      <v-btn type="submit" color="error" variant="outlined" :loading="busy" :disabled="!password">
        {{ session.owner ? 'Close the studio' : 'End this account' }}</v-btn>
    </form>
  </FoldRow>
</template>
