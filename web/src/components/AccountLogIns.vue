<script setup lang="ts">
import { ask, byId } from '../api/client'
import type { Account } from '../api/types'
import FoldRow from './FoldRow.vue'
import { useAct } from '../composables/useAct'
import { momentOf } from '../geometry/dates'

/** The browsers that are logged in. */
defineProps<{ account: Account }>()
const emit = defineEmits<{ changed: []; everywhere: [] }>()
const { busy, said, trouble, act } = useAct()
const end = (id: string) => act(async () => { await ask('delete', '/api/log-ins/{id}', byId(id)); emit('changed') }, 'That browser is logged out.')
</script>

<template>
  <FoldRow title="Logged in" :state="account.log_ins.length === 1 ? 'in this browser only' : `in ${account.log_ins.length} browsers`">
    <ul class="plain">
      <li v-for="one in account.log_ins" :key="one.id">
        <span>{{ one.browser || 'A program that does not say what it is' }}<span class="quiet">, since {{ momentOf(one.since) }}, last used {{
          momentOf(one.last_use) }}</span></span>
        <b v-if="one.here">this one</b>
        <v-btn v-else density="compact" :disabled="busy" :aria-label="`Log out ${one.browser}, last used ${momentOf(one.last_use)}`" @click="end(one.id)">Log
          it out</v-btn>
      </li>
    </ul>
    <v-btn @click="emit('everywhere')">Log out everywhere</v-btn>
    <p v-if="trouble" class="problem" role="alert">{{ trouble.text }}</p>
    <p v-if="said" role="status">{{ said }}</p>
  </FoldRow>
</template>

<style scoped>
li { display: flex; flex-wrap: wrap; gap: var(--room-1) var(--room-4); padding: var(--room-1) 0; }

</style>
