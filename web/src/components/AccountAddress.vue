<script setup lang="ts">
import { ref } from 'vue'
import { ask } from '../api/client'
import type { Account } from '../api/types'
import FoldRow from './FoldRow.vue'
import { useAct } from '../composables/useAct'
import { momentOf } from '../geometry/dates'

/** The address to log in with, and a change of it that waits for two letters. */
const props = defineProps<{ account: Account }>()
const emit = defineEmits<{ changed: [] }>()
const email = ref('')
const password = ref('')
const { busy, said, trouble, act } = useAct()
const send = () =>
  act(async () => {
    said.value = (await ask('post', '/api/change-address', { body: { email: email.value, password: password.value } })).success
    email.value = password.value = ''
    emit('changed')
  }, 'Two letters are on their way.')
const forget = () => act(async () => { await ask('delete', '/api/account/change'); emit('changed') }, 'The change is called off.')
const waits = () => [!props.account.change!.new && 'the new one', !props.account.change!.old && 'the one before'].filter(Boolean).join(' and ')
</script>

<template>
  <FoldRow title="Address" :state="account.change ? `${account.email}; soon ${account.change.email}` : account.email">
    <template v-if="account.change">
      <p>The letters to {{ waits() }} are still to be answered, by {{ momentOf(account.change.until) }}. Until then {{ account.email }} holds.</p>
      <v-btn :loading="busy" @click="forget">Call the change off</v-btn>
    </template>
    <form v-else class="fields" @submit.prevent="send">
      <v-text-field v-model="email" type="email" label="New address" autocomplete="email" />
      <v-text-field v-model="password" type="password" label="Present password" autocomplete="current-password" />
      <p class="small quiet">Both addresses get a letter; the change holds once both are answered.</p>
      <v-btn type="submit" variant="flat" color="primary" :loading="busy" :disabled="!email || !password">Send the letters</v-btn>
    </form>
    <p v-if="trouble" class="problem" role="alert">{{ trouble.text }}</p>
    <p v-if="said" role="status">{{ said }}</p>
  </FoldRow>
</template>
