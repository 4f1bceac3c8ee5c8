<script setup lang="ts">
import { computed, ref } from 'vue'
import { ask, Trouble } from '../api/client'
import type { Account, PasskeyQuestion } from '../api/types'
import FoldRow from './FoldRow.vue'
import QrCode from './QrCode.vue'
import { useAct } from '../composables/useAct'
import { makePasskey, noPasskey } from '../composables/usePasskey'
import { momentOf } from '../geometry/dates'

/** What a log-in asks for beside the password. */
const props = defineProps<{ account: Account }>()
const emit = defineEmits<{ changed: [] }>()
type Offer = { secret: string; raw: string; uri: string }

const password = ref('')
const code = ref('')
const offer = ref<Offer | null>(null)
const codes = ref<string[]>([])
const { busy, said, trouble, act } = useAct()
const second = computed(() => props.account.second)
const state = computed(() => {
  const parts = [second.value.code && 'a code from your telephone', second.value.passkeys.length &&
    `${second.value.passkeys.length} ${second.value.passkeys.length === 1 ? 'passkey' : 'passkeys'}`]
  const kinds = parts.filter(Boolean).join(' or ')
  return kinds ? `${kinds}; ${second.value.paper} codes on paper left` : 'none: the password is enough'
})
/** In fours, to be typed by hand where no picture is read. */
const secret = computed(() => offer.value?.secret.match(/.{1,4}/g)?.join(' ') ?? '')

function send(work: () => Promise<{ success: string; codes?: string[] }>): Promise<boolean> {
  said.value = ''
  return act(async () => {
    const done = await work()
    codes.value = done.codes ?? []
    offer.value = null
    code.value = password.value = ''
    emit('changed')
    said.value = done.success
  }, said.value).then((well) => well)
}
const begin = () => act(async () => { offer.value = (await ask('post', '/api/second/offer', { body: { kind: 'code' } })) as Offer })
const keep = () => {
  const { secret: otp_secret, raw: otp_raw_secret } = offer.value!
  return send(() => ask('post', '/api/second/code/set-up', { body: { password: password.value, otp_secret, otp_raw_secret, code: code.value } }))
}
const noCode = () => send(() => ask('post', '/api/second/code/off', { body: { password: password.value } }))
const noPasskeyOf = (id: string) => send(() => ask('post', '/api/second/passkey/off', { body: { password: password.value, webauthn_remove: id } }))
const onPaper = () => send(() => ask('post', '/api/second/paper/codes', { body: { password: password.value, add: true } }))
const passkey = () =>
  act(async () => {
    const question = (await ask('post', '/api/second/offer', { body: { kind: 'passkey' } })) as PasskeyQuestion
    const made = await makePasskey(question).catch((error: Error) => { throw new Trouble(0, error.message) })
    const done = await ask('post', '/api/second/passkey/set-up', { body: { password: password.value, ...made } })
    codes.value = done.codes ?? []
    password.value = ''
    emit('changed')
  }, 'From now on a log-in asks for the passkey too.')
</script>

<template>
  <FoldRow title="Second step at log-in" :state="state">
    <p class="small">Somebody who learns your password still cannot log in. Keep the codes on paper: without telephone and passkey they are the only way in.</p>
    <v-text-field v-model="password" type="password" label="Present password, for each change" autocomplete="current-password" />
    <template v-if="!second.code">
      <v-btn v-if="!offer" :loading="busy" :disabled="!password" @click="begin">A code from a telephone</v-btn>
      <div v-else class="offer">
        <QrCode :text="offer.uri" label="The secret, for a telephone" />
        <div class="fields">
          <p class="small">Let a program for one-time codes on the telephone read this picture, or type <code>{{ secret }}</code>. Then type the code it
            shows.</p>
          <v-text-field v-model="code" label="Code that it shows" inputmode="numeric" autocomplete="one-time-code" />
          <v-btn variant="flat" color="primary" :loading="busy" :disabled="!code || !password" @click="keep">Ask for it from now on</v-btn>
        </div>
      </div>
    </template>
    <v-btn v-else :loading="busy" :disabled="!password" @click="noCode">No code from the telephone any more</v-btn>
    <p v-for="(one, at) in second.passkeys" :key="one.id">Passkey {{ at + 1 }}, last used {{ momentOf(one.last_use) }}
      <v-btn density="compact" :disabled="busy || !password" @click="noPasskeyOf(one.id)">Take it away</v-btn></p>
    <p v-if="noPasskey()" class="small quiet">{{ noPasskey() }}</p>
    <v-btn v-else :loading="busy" :disabled="!password" @click="passkey">{{ second.passkeys.length ? 'Another passkey' : 'A passkey of this device' }}</v-btn>
    <v-btn v-if="second.paper || codes.length" :loading="busy" :disabled="!password" @click="onPaper">Show the codes on
      paper, made up to eight</v-btn>
    <div v-if="codes.length" role="status">
      <p>Write these down or print them. Each works once.</p>
      <ol class="codes"><li v-for="one in codes" :key="one"><code>{{ one }}</code></li></ol>
    </div>
    <p v-if="trouble" class="problem" role="alert">{{ trouble.text }}</p>
    <p v-if="said" role="status">{{ said }}</p>
  </FoldRow>
</template>

<style scoped>
.offer { display: grid; grid-template-columns: 150px 1fr; gap: var(--room-5); align-items: start; }
.offer .qr { width: 150px; }
.codes { columns: 2; column-gap: var(--room-7); margin: 0; padding-left: var(--room-5); }
code { font-size: 1.05rem; letter-spacing: 0.04em; overflow-wrap: anywhere; }
@media (--phone) { .offer { grid-template-columns: 1fr; } }
</style>
