<script setup lang="ts">
import { computed, onMounted, onUnmounted, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { ask, localDate } from '../api/client'
import type { HomeNote, PublicCard, WorkItem } from '../api/types'
import CardPaper from '../components/CardPaper.vue'
import LinkTakes from '../components/LinkTakes.vue'
import PlayBar from '../components/PlayBar.vue'
import { keepPage } from '../composables/pageKept'
import { ENGRAVER } from '../composables/useEngraver'
import { useAct } from '../composables/useAct'
import { useLoad } from '../composables/useLoad'
import { usePaper } from '../composables/usePaper'
import { useReports } from '../composables/useReports'
import { barSpan } from '../geometry/play'
import { barWords } from '../geometry/spots'
import { usePlayer } from '../stores/player'
import { plain, single } from '../composables/kept'
import { shortDate } from '../geometry/dates'
import { newKey } from '../geometry/words'

/** Behind a private link: the card, to play along with and to tick, without a frame and without a way to anything else. */
const route = useRoute()
const token = String(route.params.token)
const seen = single<PublicCard>(`fawnmoss.card.${token.slice(0, 22)}`)
const player = usePlayer()
let keeping: ReturnType<typeof setTimeout> | undefined
usePaper()
const { data: card, problem, load } = useLoad(fetchCard)
const { days, known, state, report } = useReports(token)
const today = ref(localDate())
const minutes = computed(() => days.value.find((day) => day.day === today.value)?.minutes ?? 0)
const hurt = computed(() => days.value.some((day) => day.day === today.value && day.pain))
const said = computed(
  () =>
    ({
      saved: '',
      sending: 'sending …',
      waiting: 'kept here; it is sent when the connection is back',
      closed: 'This card is closed; ask your teacher for a new one.'
    })[state.value]
)

/** The card as it was last seen helps over a lost connection; a closed link takes it away. */
async function fetchCard(): Promise<PublicCard> {
  try {
    return await ask('get', '/api/link/{token}', { params: { path: { token } } })
  } catch (error) {
    const kept = seen.read()
    if ((error as { status?: number }).status === 404) seen.keep(null)
    else if (kept) return kept
    throw error
  }
}
/** What was said from here; half a sentence outlives a reload, and what could not be sent stays in the field. */
const notes = ref<HomeNote[]>([])
const typed = plain(`fawnmoss.card.${token.slice(0, 22)}.note`)
const words = ref(typed.read() ?? '')
const { busy, trouble, act } = useAct()
let key = newKey()
watch(words, (text) => typed.keep(text || null))
async function say(): Promise<void> {
  const done = await act(async () => {
    notes.value = (await ask('post', '/api/link/{token}/notes', { params: { path: { token } }, body: { text: words.value, key, day: localDate() } })).notes
  })
  if (!done) return
  words.value = ''
  key = newKey()
}
watch(card, (shown) => {
  if (!shown) return
  notes.value = shown.notes ?? []
  document.title = `${shown.title} · practice card`
  known.value = shown.days
  if (shown.body.play) player.use(async () => shown.body.play!)
  player.own = shown.body.tempo ?? 60
  // Once the notes are there too.
  keeping = setTimeout(() => void keepPage(shown.body.chart ? [...ENGRAVER, '/recorder.js'] : []), 4000)
})
// The card as it was last seen, with what has arrived since.
watch(known, (now) => {
  if (card.value) seen.keep({ ...card.value, days: now })
})
function hear(item: WorkItem): void {
  const schedule = card.value?.body.play
  if (schedule) player.repeat(barSpan(schedule, item.bars, barWords(item.bars)))
}
function tempo(beats: number): void {
  player.set(beats)
  if (player.state === 'still') void player.start()
}
onMounted(load)
onUnmounted(() => clearTimeout(keeping))
</script>

<template>
  <div class="page link">
    <div v-if="problem" class="shut" role="alert">
      <template v-if="problem.status === 404">
        <h1>This link does not open a card</h1>
        <p>Links end after a while, and a teacher can close them. Ask your teacher for a new one.</p>
      </template>
      <template v-else><p>{{ problem.text }}</p><v-btn @click="load">Try again</v-btn></template>
    </div>
    <template v-if="card">
      <PlayBar v-if="card.body.play" :backed="!!card.body.play.backing?.length" class="hear" />
      <CardPaper
        :card="card" :days="days" live :now="player.now" :today="today" @tick="(item, day, runs) => report('item', runs, item, day)"
        @hear="hear" @tempo="tempo"
      />
      <LinkTakes v-if="card.body.chart" class="takes" :token="token" :play="card.body.play ?? null" />
      <section class="today" aria-label="Today">
        <span>Today: <v-btn
          density="compact" aria-label="Five minutes less" :disabled="!minutes"
          @click="report('minutes', Math.max(0, minutes - 5))"
        >−</v-btn> <b>{{ minutes }}</b> minutes <v-btn
          density="compact" aria-label="Five minutes more" :disabled="minutes >= 600"
          @click="report('minutes', minutes + 5)"
        >+</v-btn>
        </span>
        <v-btn :variant="hurt ? 'tonal' : 'text'" :aria-pressed="hurt"
          @click="report('pain', hurt ? 0 : 1)">{{ hurt ? 'It hurt: your teacher is told' : 'It hurt' }}</v-btn>
        <span class="small quiet" role="status">{{ said }}</span>
        <form class="say" @submit.prevent="say">
          <textarea v-model="words" rows="2" maxlength="500" placeholder="A note or a question for your teacher"
            aria-label="A note or a question for your teacher"></textarea>
          <v-btn type="submit" density="compact" :disabled="!words.trim() || busy">Send</v-btn>
        </form>
        <p v-if="trouble" class="small problem" role="alert">{{ trouble.text }}</p>
        <p v-for="note in notes" :key="note.id" class="small"><span class="quiet">{{ shortDate(note.on) }}:</span> {{ note.text }}<template v-if="note.answer">
          <b>{{ note.answer }}</b></template></p>
        <p v-if="hurt" class="small">Stop for today and rest. If it stays or comes back, see a doctor or a physiotherapist who knows musicians.</p>
      </section>
    </template>
  </div>
</template>

<style scoped>
.shut { max-width: 480px; margin: 12vh auto; }
.hear, .today, .takes { max-width: 190mm; margin: 0 auto var(--room-3); }
.hear { position: sticky; top: 0; z-index: 3; background: var(--paper); padding: var(--room-1) 0; }
.today { display: flex; flex-wrap: wrap; gap: var(--room-2) var(--room-5); align-items: center; border-top: 1px solid var(--rule); padding-top: var(--room-2); margin-top: var(--room-2); }
.say { display: flex; gap: var(--room-2); align-items: end; flex: 1 1 100%; }
.say textarea { flex: 1; border: 0; border-bottom: 1px solid var(--quiet); font: inherit; color: inherit; background: transparent; padding: var(--room-1); }
.today p { flex-basis: 100%; margin: 0; }
@media print { .page { padding: 0; max-width: none; } .today { display: none; } }
</style>
