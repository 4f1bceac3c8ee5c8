<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { ask } from '../api/client'
import type { StarterTune } from '../api/types'
import { useAct } from '../composables/useAct'

/** Tunes for a studio that begins, from open strings to positions: looked at, and put on the shelf with one click. */
const emit = defineEmits<{ taken: [count: number] }>()
const tunes = ref<StarterTune[]>([])
const { act, busy, trouble } = useAct()
const stages = computed(() =>
  [...new Set(tunes.value.map((tune) => tune.stage))].map((stage) => ({ stage, tunes: tunes.value.filter((tune) => tune.stage === stage) }))
)
const missing = computed(() => tunes.value.filter((tune) => !tune.there).length)
const load = async () => void (tunes.value = (await ask('get', '/api/starter')).tunes)
onMounted(() => act(load))
const take = () => act(async () => {
  const { added } = await ask('post', '/api/starter')
  await load()
  emit('taken', added)
})
</script>

<template>
  <section class="starter" aria-label="Starter shelf">
    <p>
      <v-btn variant="tonal" color="primary" :loading="busy" :disabled="!missing"
        @click="take">{{ missing === tunes.length ? `Take the starter shelf: ${tunes.length} tunes and studies` : missing ?
          `Take the ${missing} that are missing` : 'All of the starter shelf is here' }}</v-btn>
    </p>
    <p v-if="trouble" class="problem" role="alert">{{ trouble.text }}</p>
    <p class="small quiet">From open strings to positions, in several keys and meters, for all four instruments; composed by us, or traditional and
      long out of copyright, each with its source note.</p>
    <details>
      <summary class="aside-label">What is in it</summary>
      <div class="stages">
        <div v-for="group in stages" :key="group.stage">
          <h3>{{ group.stage }}</h3>
          <ul class="plain small">
            <li v-for="tune in group.tunes" :key="tune.title">{{ tune.title }} <span class="quiet">{{ tune.key }},
              {{ tune.meter }}<template v-if="tune.there">; here already</template></span></li>
          </ul>
        </div>
      </div>
    </details>
  </section>
</template>

<style scoped>
summary { cursor: pointer; }
.stages { columns: 2 260px; column-gap: var(--room-6); margin-top: var(--room-2); }
.stages > div { break-inside: avoid; margin-bottom: var(--room-3); }
</style>
