<script setup lang="ts">
import { ask } from '../api/client'
import AccountAddress from './AccountAddress.vue'
import AccountClose from './AccountClose.vue'
import AccountLogIns from './AccountLogIns.vue'
import AccountPassword from './AccountPassword.vue'
import AccountSecond from './AccountSecond.vue'
import { useLoad } from '../composables/useLoad'

/** How the one who is logged in logs in, and the end of it. */
const emit = defineEmits<{ everywhere: [] }>()
const { data: account, problem, load } = useLoad(() => ask('get', '/api/account'))
void load()
</script>

<template>
  <section class="account">
    <h2 class="ruled">Your account</h2>
    <p v-if="problem" class="problem" role="alert">{{ problem.text }} <v-btn density="compact" @click="load">Try again</v-btn></p>
    <template v-if="account">
      <AccountAddress :account="account" @changed="load" />
      <AccountPassword @changed="load" />
      <AccountSecond :account="account" @changed="load" />
      <AccountLogIns :account="account" @changed="load" @everywhere="emit('everywhere')" />
      <AccountClose />
    </template>
  </section>
</template>

<style scoped>
.account :deep(.fields) { display: flex; flex-direction: column; gap: var(--room-3); align-items: start; width: 100%; }
</style>
