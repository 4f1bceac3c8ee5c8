<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { Trouble } from '../api/client'
import { useSession } from '../stores/session'

const session = useSession()
const route = useRoute()
const router = useRouter()
const creating = ref(false)
const email = ref('')
const password = ref('')
const name = ref('')
const busy = ref(false)
const problem = ref('')
const title = computed(() => (creating.value ? 'Open a studio' : 'Log in'))

async function send(): Promise<void> {
  busy.value = true
  problem.value = ''
  try {
    if (creating.value) await session.create(email.value, password.value, name.value)
    else await session.logIn(email.value, password.value)
    const to = String(route.query.to ?? '/today')
    await router.push(to.startsWith('/') && !to.startsWith('//') ? to : '/today')
  } catch (error) {
    problem.value = (error as Trouble).text
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div class="door">
    <section class="words">
      <p class="name">Fawnmoss</p>
      <p>Fingers, bows and the next step, worked out for every tune and every pupil.</p>
    </section>
    <form @submit.prevent="send">
      <h1>{{ title }}</h1>
      <v-text-field v-model="email" type="email" label="Email" autocomplete="username" autofocus />
      <v-text-field
        v-model="password" type="password" label="Password" :autocomplete="creating ? 'new-password' : 'current-password'"
        :hint="creating ? 'Ten characters or more; three or four words are good.' : ''" persistent-hint
      />
      <v-text-field v-if="creating" v-model="name" label="Name of the studio" maxlength="120" />
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <v-btn type="submit" variant="flat" color="primary" :loading="busy" :disabled="!email || !password">{{ title }}</v-btn>
      <v-btn @click="creating = !creating; problem = ''">{{ creating ? 'I have a studio' : 'Open a new studio' }}</v-btn>
    </form>
  </div>
</template>

<style scoped>
.door { display: grid; grid-template-columns: 1fr 380px; gap: 60px; max-width: 940px; margin: 14vh auto 0; padding: 0 28px; }
.name { font: italic 500 4rem/1 var(--v-font-heading); color: var(--moss); margin-bottom: 18px; }
.words { font-size: 1.25rem; }
form { display: flex; flex-direction: column; gap: 14px; }
@media (max-width: 700px) { .door { grid-template-columns: 1fr; gap: 20px; margin-top: 6vh; } .name { font-size: 3rem; } }
</style>
