<script setup lang="ts">
import { ref } from 'vue'
import { ask } from '../api/client'
import FoldRow from './FoldRow.vue'
import NewPassword from './NewPassword.vue'
import { useAct } from '../composables/useAct'

const emit = defineEmits<{ changed: [] }>()
const old = ref('')
const fresh = ref('')
const { busy, said, trouble, act } = useAct()
const change = () => {
  said.value = ''
  return act(async () => {
    await ask('post', '/api/change-password', { body: { password: old.value, new_password: fresh.value } })
    old.value = fresh.value = ''
    emit('changed')
  }, 'The password is changed, and every other browser is logged out.')
}
</script>

<template>
  <FoldRow title="Password" state="">
    <form class="fields" @submit.prevent="change">
      <v-text-field v-model="old" type="password" label="Present password" autocomplete="current-password" />
      <NewPassword v-model="fresh" label="New password" />
      <p v-if="trouble" class="problem" role="alert">{{ trouble.text }}</p>
      <v-btn type="submit" variant="flat" color="primary" :loading="busy" :disabled="!old || !fresh">Change it</v-btn>
    </form>
    <p v-if="said" role="status">{{ said }}</p>
  </FoldRow>
</template>
