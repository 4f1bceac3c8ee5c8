<script setup lang="ts">
import { ref } from 'vue'
import { ask, Trouble } from '../api/client'
import { useAct } from '../composables/useAct'
import { useLoad } from '../composables/useLoad'
import { askPasskey, noPasskey } from '../composables/usePasskey'

/** The second step of a log-in: a code from a telephone, a passkey, or a code on paper. To be put into a form that calls send. */
const emit = defineEmits<{ done: []; away: [] }>()
const { data: ways, problem, load } = useLoad(() => ask('get', '/api/second'))
void load()
const code = ref('')
const paper = ref(false)
const { busy, trouble, act } = useAct()
const give = async (work: Promise<unknown>) => {
  await work
  emit('done')
}
const byCode = () => ask('post', paper.value || !ways.value?.code ? '/api/second/paper' : '/api/second/code', { body: { code: code.value } })
const send = () => (code.value ? act(() => give(byCode())) : undefined)
const passkey = () =>
  act(async () => {
    const answer = await askPasskey(ways.value!.passkey!).catch((error: Error) => { throw new Trouble(0, error.message) })
    await give(ask('post', '/api/second/passkey', { body: answer }))
  })
defineExpose({ send })
</script>

<template>
  <h1>The second step</h1>
  <p v-if="problem" class="problem" role="alert">{{ problem.text }} <v-btn density="compact" @click="load">Try again</v-btn></p>
  <template v-if="ways">
    <template v-if="ways.passkey">
      <v-btn v-if="!noPasskey()" variant="flat" color="primary" :loading="busy" @click="passkey">Use the passkey</v-btn>
      <p v-else class="small">{{ noPasskey() }}</p>
    </template>
    <template v-if="ways.code || ways.paper">
      <v-text-field
        v-model="code" :label="paper || !ways.code ? 'One of the codes on paper' : 'Code that your telephone shows'" autocomplete="one-time-code"
        :inputmode="paper || !ways.code ? 'text' : 'numeric'" :autofocus="!ways.passkey"
      />
      <v-btn type="submit" :variant="ways.passkey ? 'tonal' : 'flat'" color="primary" :loading="busy" :disabled="!code">Go on</v-btn>
    </template>
    <p v-if="trouble" class="problem" role="alert">{{ trouble.text }}</p>
    <v-btn v-if="ways.code && ways.paper" @click="paper = !paper; code = ''">{{ paper ? 'I have the telephone' :
      'I do not have the telephone: a code on paper' }}</v-btn>
  </template>
  <v-btn @click="emit('away')">Log in as somebody else</v-btn>
</template>
