<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { ask, byId } from '../api/client'
import { useAct } from '../composables/useAct'
import { usePupils } from '../stores/pupils'
import { forgetMarks } from '../composables/useMarks'

/** Everything about a pupil in one file, or erased for good after the name was typed again. */
const props = defineProps<{ id: number; name: string }>()
const router = useRouter()
const pupils = usePupils()
const open = ref(false)
const typed = ref('')
const { busy, trouble, act } = useAct()

const erase = () => act(async () => {
  await ask('delete', '/api/pupils/{id}', { ...byId(props.id), body: { name: typed.value } })
  forgetMarks(props.id)
  pupils.choose(null)
  await pupils.load().catch(() => undefined)
  await router.push('/pupils')
})
</script>

<template>
  <p class="small">
    <a :href="`/api/pupils/${id}/everything.json`" download>Everything about {{ name }} in one file</a> ·
      <a :href="`/api/pupils/${id}/handover.zip`" download>Hand {{ name }} over: a file for another studio</a> ·
      <button type="button" class="erase" @click="open = true">Erase {{ name }}</button>
  </p>
  <v-dialog v-model="open" max-width="480">
    <v-card class="pa-6" :aria-label="`Erase ${name}`">
      <h2>Erase {{ name }} for good?</h2>
      <p>Marks, charts, cards, lessons, measurements and promises go, and every private link of {{ name }}’s dies. It cannot be undone; only numbers
        without a name stay in the studio’s statistics.</p>
      <p><a :href="`/api/pupils/${id}/everything.json`" download>Save everything first</a></p>
      <form @submit.prevent="erase">
        <v-text-field v-model="typed" :label="`Type ${name} to erase`" :error-messages="trouble?.text ?? ''" autofocus />
        <p class="mt-3">
          <v-btn type="submit" variant="flat" color="error" :loading="busy" :disabled="typed.trim() !== name">Erase for good</v-btn>
          <v-btn @click="open = false">Keep {{ name }}</v-btn>
        </p>
      </form>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.erase { color: var(--brick); text-decoration: underline; cursor: pointer; }
</style>
