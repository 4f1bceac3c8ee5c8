<script setup lang="ts">
import { computed, onMounted, onUnmounted, reactive, ref, watch } from 'vue'
import { onBeforeRouteLeave, useRoute, useRouter } from 'vue-router'
import { ask, byId, Trouble } from '../api/client'
import type { Tune } from '../api/types'
import PlayBar from '../components/PlayBar.vue'
import PlayIn from '../components/PlayIn.vue'
import SecondPart from '../components/SecondPart.vue'
import WritingPad from '../components/WritingPad.vue'
import WritingStaff from '../components/WritingStaff.vue'
import WritingStart from '../components/WritingStart.vue'
import WritingText from '../components/WritingText.vue'
import WritingTools from '../components/WritingTools.vue'
import { plain, single } from '../composables/kept'
import { note as sound } from '../composables/useSound'
import { useWritingKeys } from '../composables/useWritingKeys'
import { lengthWords, type Act, type HandKind } from '../geometry/writing'
import { usePlayer } from '../stores/player'
import { usePupils } from '../stores/pupils'
import { useWriting } from '../stores/writing'

/** The writing desk: a tune on the staff, by letter, by finger, by mouse or as text; each follows the others, and nothing typed is lost. */
const route = useRoute()
const router = useRouter()
const desk = useWriting()
const pupils = usePupils()
const player = usePlayer()
const PAUSE = 1500 // ms without a change until what is on the shelf is saved

const tune = ref<Tune | null>(null)
const form = reactive({ title: '', source: '' })
const problem = ref<Trouble | null>(null)
const said = ref('')
const back = ref(false)
const busy = ref(false)
const handKept = plain('fawnmoss.writing.hand')
const hand = ref<HandKind>((handKept.read() as HandKind | null) ?? 'letter')
watch(hand, (now) => handKept.keep(now))
const typed = ref<string | null>(null)
const field = ref<InstanceType<typeof WritingText> | null>(null)
const textOpen = ref(false)
let opened = ''
let typing: ReturnType<typeof setTimeout> | undefined
let saving: ReturnType<typeof setTimeout> | undefined

const id = computed(() => (route.params.id ? Number(route.params.id) : null))
const name = computed(() => String(id.value ?? 'new'))
const about = computed(() => single<typeof form>(`fawnmoss.writing.${name.value}.about`))
const theirs = computed(() => (problem.value?.code === 'stale' ? (problem.value.body.current as Tune) : null))
/** The text to be kept: as it was typed, or as the staff has it. */
const text = computed(() => typed.value ?? desk.text)
const written = computed(() => (tune.value ? text.value !== opened && text.value !== tune.value.abc : !!desk.view?.sounds.length))
const changed = computed(() => written.value || (tune.value ? form.title !== tune.value.title || form.source !== tune.value.source : false))
const fieldOf = (which: string) => (problem.value?.where.field === which ? problem.value.text : '')

async function load(): Promise<void> {
  problem.value = null
  typed.value = null
  said.value = ''
  try {
    tune.value = id.value ? await ask('get', '/api/tunes/{id}', byId(id.value)) : null
    Object.assign(form, { title: tune.value?.title ?? '', source: tune.value?.source ?? '' }, about.value.read() ?? {})
    back.value = await desk.open(name.value, tune.value?.abc ?? '', pupils.current?.instrument ?? pupils.instrument)
    opened = back.value ? '' : desk.text
    if (desk.mistake) {
      typed.value = desk.raw
      textOpen.value = true
    }
  } catch (error) {
    problem.value = error as Trouble
  }
}
onMounted(() => {
  player.use(() => desk.schedule())
  void load()
})
watch(() => route.fullPath, () => route.path.startsWith('/tunes/') && load())
onUnmounted(() => [typing, saving].forEach(clearTimeout))
watch(form, (now) => about.value.keep({ ...now }))
watch(() => desk.text, () => {
  player.renew()
  if (desk.text !== typed.value && !desk.mistake && typing === undefined) typed.value = null
})
watch(() => desk.view?.tempo, (now) => (player.own = now ?? 72))

/** The text, as it is typed, read when there is a pause. */
function type(now: string): void {
  typed.value = now
  clearTimeout(typing)
  typing = setTimeout(() => {
    typing = undefined
    void desk.replace(now)
  }, 200)
}

/** The staff has the last word over what was typed as text. */
function press(...acts: Act[]): void {
  typed.value = null
  if (acts.length) desk.press(...acts)
}
const { clip, copy, paste } = useWritingKeys(hand, press)
/** What was written last sounds, so that a wrong note is heard. */
watch(() => [desk.view?.sounds.length, desk.view?.hand?.keys.join()], ([count, keys], [old, before]) => {
  if (desk.view?.hand && old !== undefined && (count !== old || keys !== before) && player.state === 'still') void sound(desk.view.hand.keys)
})

/** What lies on the shelf is saved as it is written. */
watch([text, () => form.title, () => form.source], () => {
  clearTimeout(saving)
  if (tune.value && changed.value && !theirs.value) saving = setTimeout(() => void (changed.value && save()), PAUSE)
})

async function save(over?: Tune): Promise<void> {
  clearTimeout(saving)
  if (desk.mistake || busy.value || (tune.value && !text.value)) return
  busy.value = true
  problem.value = null
  const sent = text.value
  try {
    if (!tune.value) {
      const made = await ask('post', '/api/tunes', { body: { text: sent, source: form.source, title: form.title } })
      desk.settle()
      about.value.keep(null)
      await router.replace(`/tunes/${made.id}`)
      said.value = 'It is on the shelf.'
      return
    }
    const notes = written.value || over ? { text: sent } : {}
    const saved = await ask('patch', '/api/tunes/{id}', { ...byId(tune.value.id), body: {
      title: form.title,
      source: form.source,
      ...notes,
      lock_version: over?.lock_version ?? tune.value.lock_version
    } })
    tune.value = saved
    opened = sent
    back.value = false
    if (text.value === sent) desk.settle()
    about.value.keep(null)
    const gone = saved.marks_lost === 1 ? 'mark of yours lay on a note that is' : 'marks of yours lay on notes that are'
    const lost = saved.marks_lost ? [`${saved.marks_lost} ${gone} gone.`] : []
    said.value = ['Saved.', ...lost, ...(saved.second_said ?? [])].join(' ')
  } catch (error) {
    problem.value = error as Trouble
    if (problem.value.passing) saving = setTimeout(() => void save(over), 3000)
  } finally {
    busy.value = false
  }
}
/** What this browser kept is let go, and what the shelf has, or an empty staff, is there again. */
async function forget(): Promise<void> {
  desk.settle()
  about.value.keep(null)
  await load()
}
async function openChart(): Promise<void> {
  try {
    if (changed.value) await save()
    if (problem.value) return
    const chart = await ask('post', '/api/charts', { body: { tune_id: tune.value!.id, version: 'simple', ...pupils.subject } })
    await router.push(`/charts/${chart.id}`)
  } catch (error) {
    problem.value = error as Trouble
  }
}
onBeforeRouteLeave(async () => {
  if (tune.value && changed.value && !desk.mistake && !problem.value) await save()
})
/** What was played in is on the staff, and can be taken back like anything written. */
async function playedIn(text: string, notices: string[]): Promise<void> {
  typed.value = null
  await desk.replace(text)
  said.value = ['Written down as it was played.', ...notices].join(' ')
}
const showMistake = (): void => void field.value?.show()
const status = computed(() => {
  if (desk.away) return 'The server is away; what you write is kept here and goes on when it is back.'
  if (problem.value?.passing) return 'not saved yet: the server is away; kept here, trying again'
  if (busy.value && tune.value) return 'saving …'
  return changed.value && tune.value ? 'not saved yet; kept in this browser' : said.value
})
const penWords = computed(() => {
  const pen = desk.view?.pen
  return pen ? `${lengthWords(pen.once ?? pen.length)}${hand.value === 'finger' ? `, ${pen.string} string` : ''}` : ''
})
</script>

<template>
  <div class="page wide">
    <header>
      <h1>{{ form.title || (id ? 'Tune' : 'A new tune') }}</h1>
      <span v-if="desk.view" class="quiet">{{ desk.view.key }},
        {{ desk.view.meter === 'none' ? 'free' : desk.view.meter }}<template v-if="desk.view.bars">, {{ desk.view.bars }}
        {{ desk.view.bars === 1 ? 'bar' : 'bars' }}</template>
        </span>
      <span class="small quiet" role="status">{{ status }}</span>
      <span class="push">
        <v-btn :disabled="!desk.before.length" title="Ctrl Z" @click="desk.undo()">Undo</v-btn>
        <v-btn :disabled="!desk.after.length" title="Ctrl Shift Z" @click="desk.redo()">Redo</v-btn>
        <v-btn v-if="id" variant="flat" color="primary" @click="openChart">Open its chart</v-btn>
        <v-btn
          v-else variant="flat" color="primary" :loading="busy" :disabled="!desk.view?.sounds.length || !!desk.mistake"
          @click="save()"
        >Put it on the shelf</v-btn>
      </span>
    </header>
    <p v-if="back" class="small fawn">What you had not saved is back. <v-btn density="compact" @click="forget">Leave it</v-btn></p>
    <div v-if="theirs" class="problem" role="alert">
      {{ problem!.message }} <v-btn @click="save(theirs)">Save mine over it</v-btn><v-btn @click="forget">Take theirs</v-btn>
    </div>
    <p v-else-if="problem && !problem.passing && !['title', 'source'].includes(String(problem.where.field))" class="problem" role="alert">{{ problem.text }}</p>
    <div class="about">
      <v-text-field v-model="form.title" label="Title" maxlength="120" :error-messages="fieldOf('title')" />
      <v-text-field v-model="form.source" label="Source and rights note" maxlength="200" :error-messages="fieldOf('source')" />
    </div>
    <SecondPart v-if="tune" :tune="tune" @changed="tune = $event" />
    <div v-if="desk.view" class="desk">
      <section class="sheet">
        <PlayBar />
        <WritingStaff
          :view="desk.view"
          :stale="!!desk.mistake" :now="player.now" @select="(number, more) => press({ do: 'select', given: { number, more } })"
          @line="press({ do: 'end' }, { do: 'line', given: { line: $event } })"
          @move="(number, up) => press({ do: 'select', given: { number } }, { do: 'step', given: { up } })"
        />
      <p class="in-hand" role="status">
        <template v-if="desk.view?.hand"><b>Bar {{ desk.view.hand.bar }}:</b>
          {{ desk.view.hand.words }}<template v-if="desk.view.anchor !== null && desk.view.anchor !== desk.view.cursor">,
          {{ Math.abs(desk.view.anchor - desk.view.cursor!) + 1 }} in hand</template>. </template>
        <span class="quiet">Next: {{ penWords }}.</span>
        <span v-if="desk.refused" class="fawn"> {{ desk.refused }}</span>
        <span v-if="desk.away" class="fawn"> {{ desk.waiting.length }} keys wait for the server.</span>
      </p>
      <p v-for="bar in desk.view?.odd ?? []" :key="bar.bar" class="small fawn odd">
        {{ bar.words }} It stands as it is. <v-btn density="compact" @click="press({ do: 'select', given: { number: bar.first } })">Go there</v-btn>
        <v-btn density="compact" @click="press({ do: 'select', given: { number: bar.first } }, { do: 'flow' })">Fill the bars anew from here</v-btn>
      </p>
      <p v-for="notice in desk.view?.notices ?? []" :key="notice" class="small" role="status">{{ notice }}</p>
      </section>
      <aside class="side">
        <WritingStart
          v-if="!desk.view.sounds.length" :start="desk.start" :instrument="desk.instrument" :clef="desk.view.clef" @begin="desk.begin"
          @play="desk.play"
        />
        <PlayIn v-if="!desk.view.sounds.length" :start="desk.start" :instrument="desk.instrument" :click="desk.view.click" @written="playedIn" />
        <div role="radiogroup" aria-label="Write">
          <label class="choice"><input v-model="hand" type="radio" value="letter" /> by letter</label>
          <label class="choice"><input v-model="hand" type="radio" value="finger" /> by string and finger</label>
        </div>
        <WritingPad
          v-if="hand === 'finger'" :pad="desk.view.pad" :string="desk.view.pen.string"
          @write="(string, finger) => press({ do: 'string', given: { string } }, { do: 'finger', given: { finger } })"
        />
        <div v-else class="letters" role="group" aria-label="Letters">
          <v-btn
            v-for="letter in 'cdefgab'" :key="letter" density="compact"
            @click="press({ do: 'letter', given: { letter } })"
          >{{ letter.toUpperCase() }}</v-btn>
        </div>
        <p v-if="hand === 'letter'" class="small quiet">Press <kbd>a</kbd> to <kbd>g</kbd>; <kbd>↑</kbd> <kbd>↓</kbd> move a step, with Ctrl an
          octave. Or click on the staff behind the last note; drag a note to move it.</p>
        <p v-if="hand === 'finger'" class="small quiet">Press a string's letter or <kbd>↑</kbd> <kbd>↓</kbd>, then <kbd>0</kbd> to <kbd>4</kbd>; Shift
          and a finger: on the string beside it.</p>
        <WritingTools :view="desk.view" :copied="!!clip" @press="press" @copy="copy" @paste="paste" />
      </aside>
    </div>
    <div v-if="desk.mistake" class="problem mt-2" role="alert">{{ desk.mistake.text }}
      <v-btn v-if="desk.mistake.where.line" density="compact" @click="showMistake">Show me</v-btn></div>
    <WritingText ref="field" v-model:open="textOpen" :text="text" :where="desk.mistake?.where" @type="type" />
  </div>
</template>

<style scoped>
.wide { max-width: 1320px; }
.about { display: grid; grid-template-columns: 1fr 1fr; gap: 0 var(--room-5); }
.desk { display: grid; grid-template-columns: minmax(0, 1fr) 350px; gap: 32px; align-items: start; margin-top: var(--room-1); }
.side { display: grid; grid-template-columns: minmax(0, 1fr); gap: var(--room-2); position: sticky; top: 60px; max-height: calc(100vh - 70px); overflow-y: auto; }
.side .choice { margin-right: var(--room-4); }
.letters { display: flex; gap: var(--room-1); }
.letters .v-btn { min-width: 40px; padding: 0 var(--room-2); font-size: 1.05rem; }
kbd { font: 600 0.75rem ui-monospace, 'DejaVu Sans Mono', monospace; border: 1px solid var(--rule); border-radius: 4px; padding: 0 var(--room-1); }
.in-hand { min-height: 1.6em; margin-top: var(--room-2); }
.odd { margin: 2px 0; }
@media (--slate) { .about, .desk { grid-template-columns: minmax(0, 1fr); } .side { position: static; max-height: none; } }
</style>
