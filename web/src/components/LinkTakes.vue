<script setup lang="ts">
import { computed, nextTick, onMounted, ref } from 'vue'
import { ask, type Trouble } from '../api/client'
import { behindLink, fromHome } from '../api/takes'
import type { Allowed, CardTakes, Play, Take } from '../api/types'
import { single } from '../composables/kept'
import { useTakeShown } from '../composables/useTakeShown'
import { momentOf } from '../geometry/dates'
import { useTakes } from '../stores/takes'
import { usePlayer } from '../stores/player'
import ConsentAsk from './ConsentAsk.vue'
import RecordTake from './RecordTake.vue'
import TakeResult from './TakeResult.vue'

/** Recording at home, behind a card's link: a grown-up allows it, then it is played, and told at once. */
const props = defineProps<{ token: string; play: Play | null }>()
const place = behindLink(props.token)
const player = usePlayer()
const seen = single<CardTakes>(`fawnmoss.card.${props.token.slice(0, 22)}.takes`)
const open = ref(false)
const known = ref<CardTakes | null>(null)
const problem = ref<Trouble | null>(null)
const { take, problem: notShown, show, leave } = useTakeShown(place)
const result = ref<HTMLElement | null>(null)
const before = computed(() => (known.value?.takes ?? []).filter((one) => one.state !== 'coming').slice(0, 8))

async function load(): Promise<void> {
  try {
    known.value = await ask('get', '/api/link/{token}/takes', { params: { path: { token: props.token } } })
    seen.keep(known.value)
    problem.value = null
  } catch (error) {
    known.value ??= (error as Trouble).passing ? seen.read() : null // it was allowed before: a lost connection keeps nobody from playing
    if (!known.value) problem.value = error as Trouble
  }
}
onMounted(async () => {
  void load()
  open.value = (await useTakes().left(place)).length > 0
})
const said = (allowed: Allowed): void => {
  known.value = { ...known.value!, ...allowed }
  if (!allowed.consent) {
    leave()
    void load()
  }
}
async function look(id: number): Promise<void> {
  await show(id)
  await nextTick()
  result.value?.scrollIntoView({ block: 'start', behavior: 'smooth' })
}
async function done(one: Take): Promise<void> {
  await look(one.id)
  await load()
}
/** What the card itself is heard from comes back when the recording is closed. */
function close(): void {
  leave()
  player.stop()
  if (props.play) player.use(async () => props.play!)
}
</script>

<template>
  <section class="takes" aria-label="Record yourself">
    <h2><button type="button" class="fold" :aria-expanded="open" @click="open = !open">Record yourself</button></h2>
    <template v-if="open">
      <p v-if="problem" class="problem small" role="alert">{{ problem.text }} <v-btn density="compact" @click="load">Try again</v-btn></p>
      <template v-if="known">
        <ConsentAsk v-if="!known.consent" :name="known.name" :allowed="known" :permission="fromHome(token)" home @change="said" />
        <template v-else>
          <p class="small quiet">Play the tune, or the part you practise. Your teacher can hear it too.</p>
          <RecordTake
            :place="place" :about="() => ({ kind: 'card', tempo: player.tempo })" :play="async () => play" :tempo="player.tempo" @start="close" @done="done"
          />
        </template>
        <p v-if="before.length" class="small before">Listen again:
          <v-btn
            v-for="one in before" :key="one.id" density="compact" :variant="take?.id === one.id ? 'tonal' : 'text'" @click="look(one.id)"
          >{{ momentOf(one.at) }}</v-btn></p>
        <p v-if="notShown" class="problem small" role="alert">{{ notShown.text }}</p>
        <div v-if="take" ref="result" class="shown" :data-state="take.state">
          <TakeResult :take="take" :place="place"><template #tools><v-btn density="compact" @click="close">Close it</v-btn></template></TakeResult>
        </div>
        <ConsentAsk v-if="known.consent" :name="known.name" :allowed="known" :permission="fromHome(token)" home @change="said" />
      </template>
    </template>
  </section>
</template>

<style scoped>
.takes { border-top: 1px solid var(--rule); padding-top: var(--room-2); margin-top: var(--room-2); }
h2 { margin: 0; }
.fold { font: inherit; cursor: pointer; color: var(--moss); }
.fold::before { content: '▸ '; }
.fold[aria-expanded='true']::before { content: '▾ '; }
.before { display: flex; flex-wrap: wrap; gap: 2px var(--room-2); align-items: center; }
.shown { scroll-margin-top: 60px; }
@media print { .takes { display: none; } }
</style>
