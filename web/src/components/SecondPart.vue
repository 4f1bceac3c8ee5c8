<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { ask, byId, Trouble } from '../api/client'
import type { ShelfTune, Tune } from '../api/types'
import { useAct } from '../composables/useAct'

/** The part that is kept with a tune to be played together with it: from the same file, or another tune of the shelf. */
const props = defineProps<{ tune: Tune }>()
const emit = defineEmits<{ changed: [tune: Tune] }>()
const router = useRouter()
const { busy, trouble, act } = useAct()
const others = ref<{ title: string; value: number }[]>([])
const leaving = ref(false)

/** Titles of the shelf, when the list is first opened. */
async function look(): Promise<void> {
  if (others.value.length) return
  const { tunes } = await ask('get', '/api/tunes', { params: { query: { sort: 'title', rows: 200 } } }).catch(() => ({ tunes: [] as ShelfTune[] }))
  others.value = tunes.filter((one) => one.id !== props.tune.id).map((one) => ({ title: one.title, value: one.id }))
}
const keep = (second: { tune_id: number } | null) =>
  act(async () => {
    try {
      emit('changed', await ask('patch', '/api/tunes/{id}', { ...byId(props.tune.id), body: { second, lock_version: props.tune.lock_version } }))
      leaving.value = false
    } catch (error) {
      if (!(error instanceof Trouble) || error.code !== 'stale') throw error
      emit('changed', error.body.current as Tune) // as it now is: the wish can be said again
      throw new Trouble(409, 'This tune was changed in another window', 'Choose again.')
    }
  })
const apart = () =>
  act(async () => {
    const own = await ask('post', '/api/tunes/{id}/copies', { ...byId(props.tune.id), body: { way: 'second' } })
    await router.push(`/tunes/${own.id}`)
  })
</script>

<template>
  <section class="second" aria-label="Second part">
    <template v-if="tune.second">
      <p>Second part: <b>{{ tune.second.name }}</b>, <span class="quiet">heard together with the tune on its chart, and in every file of it.</span>
        <v-btn density="compact" :disabled="busy" @click="apart">Make it a tune of its own</v-btn>
        <v-btn v-if="!leaving" density="compact" :disabled="busy" @click="leaving = true">Take it away</v-btn>
        <span v-else>Away for good?
          <v-btn density="compact" color="error" :loading="busy" @click="keep(null)">Take it away</v-btn>
          <v-btn density="compact" @click="leaving = false">Keep it</v-btn>
        </span>
      </p>
      <p v-for="notice in tune.second.notices" :key="notice" class="small fawn">{{ notice }}</p>
    </template>
    <v-autocomplete
      v-else :model-value="null" :items="others" label="A second part beside it, from the shelf" :loading="busy" @update:menu="look"
      @update:model-value="$event && keep({ tune_id: $event })"
    />
    <p v-if="trouble" class="problem" role="alert">{{ trouble.text }}</p>
  </section>
</template>

<style scoped>
.second { margin: var(--room-2) 0 var(--room-1); }
.second .v-autocomplete { max-width: 420px; }
</style>
