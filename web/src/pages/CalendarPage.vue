<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ask, byId, localDate } from '../api/client'
import type { CalendarLesson, LessonChangeInput } from '../api/types'
import { useAct } from '../composables/useAct'
import { useLoad } from '../composables/useLoad'
import { daysOn, longDate, shortDate } from '../geometry/dates'
import { wholeOf } from '../geometry/words'
import { hours, monday, placed } from '../geometry/week'
import { usePupils } from '../stores/pupils'

/** Lessons by week or day; cancel, move, make up, add; holidays; the file and the private address for other calendars. */
const route = useRoute()
const router = useRouter()
const pupils = usePupils()
const today = localDate()
const single = computed(() => route.query.view === 'day')
const from = computed(() => (typeof route.query.from === 'string' ? route.query.from : single.value ? today : monday(today)))
const { data: week, problem, load } = useLoad(() => ask('get', '/api/calendar', { params: { query: { from: from.value, days: single.value ? 1 : 7 } } }))
watch([from, single], () => void load(), { immediate: true })
void pupils.load().catch(() => undefined)

const dates = computed(() => Array.from({ length: single.value ? 1 : 7 }, (_, index) => daysOn(from.value, index)))
const span = computed(() => hours(week.value?.lessons ?? []))
const of = (date: string) => (week.value?.lessons ?? []).filter((lesson) => lesson.date === date)
const holiday = (date: string) => week.value?.holidays.find((one) => one.from <= date && date <= one.to)
const show = (start: string, view?: 'day' | 'week') =>
  router.push({ path: '/calendar', query: { from: start, ...((view ?? (single.value ? 'day' : 'week')) === 'day' ? { view: 'day' } : {}) } })
const off = (lesson: CalendarLesson) => ['cancelled', 'holiday'].includes(lesson.status)
const STATUS: Record<CalendarLesson['status'], string> = { weekly: '', moved: 'moved here', extra: 'extra', cancelled: 'cancelled', holiday: 'no lesson' }

const open = ref<CalendarLesson | null>(null)
const form = reactive({ to: '', time: '', minutes: '', note: '', owed: true })
const extra = reactive({ open: false, pupil: null as number | null, to: '', time: '', minutes: '30', note: '' })
const rest = reactive({ open: false, from: '', to: '', name: '' })
const { busy, said, trouble, act: does, errors } = useAct()
const whole = (text: string) => (text.trim() ? wholeOf(text) : undefined)

function pick(lesson: CalendarLesson): void {
  open.value = lesson
  trouble.value = null
  Object.assign(form, { to: lesson.date, time: lesson.time ?? '', minutes: String(lesson.minutes), note: lesson.note, owed: true })
}
/** Does something to the calendar and shows it; what then clashes is said as well. */
async function act(work: () => Promise<unknown>, words: string): Promise<boolean> {
  let clashes: string[] = []
  const done = await does(async () => {
    clashes = ((await work()) as { clashes?: string[] } | undefined)?.clashes ?? []
    await load()
  })
  if (!done) return false
  said.value = [words, ...clashes].join(' ')
  open.value = null
  return true
}
/** Writes down a change of somebody's lesson, a pupil's or a group's. */
const change = (lesson: CalendarLesson, body: LessonChangeInput) =>
  lesson.group_id
    ? ask('post', '/api/groups/{id}/changes', { ...byId(lesson.group_id), body })
    : ask('post', '/api/pupils/{id}/changes', { ...byId(lesson.pupil_id!), body })
const takeBack = (id: number) => ask('delete', '/api/changes/{id}', byId(id))
/** The day of the weekly lesson a change is about: for one that was moved, where it came from. */
const about = (lesson: CalendarLesson) => (lesson.status === 'moved' ? lesson.was! : lesson.date)
const cancel = (lesson: CalendarLesson) =>
  act(
    () =>
      lesson.status === 'extra'
        ? takeBack(lesson.change_id!)
        : change(lesson, { kind: 'cancelled', on: about(lesson), note: form.note, owed: form.owed }),
    'Cancelled.'
  )
const move = (lesson: CalendarLesson) => act(async () => {
  if (lesson.status === 'extra') await takeBack(lesson.change_id!)
  return change(lesson, {
    kind: lesson.status === 'extra' ? 'extra' : 'moved',
    on: about(lesson),
    to: form.to,
    time: form.time || undefined,
    minutes: whole(form.minutes),
    note: form.note
  })
}, 'Moved.')
const back = (id: number) => act(() => takeBack(id), 'As it was.')
async function addExtra(): Promise<void> {
  if (
    await act(
      () =>
        ask('post', '/api/pupils/{id}/changes', { ...byId(extra.pupil!), body: {
          kind: 'extra',
          to: extra.to,
          time: extra.time || undefined,
          minutes: whole(extra.minutes),
          note: extra.note
        } }),
      'Added.'
    )
  )
    extra.open = false
}
async function addRest(): Promise<void> {
  if (await act(() => ask('post', '/api/holidays', { body: { from: rest.from, to: rest.to || rest.from, name: rest.name } }), 'Added.')) rest.open = false
}
const newFeed = () => act(() => ask('post', '/api/feed'), 'There is a new address; the one before no longer works.')
const closeFeed = () => act(() => ask('delete', '/api/feed'), 'The address is closed.')
const address = computed(() => (week.value?.feed ? `${location.origin}${week.value.feed}` : ''))
async function copy(): Promise<void> {
  try {
    await navigator.clipboard.writeText(address.value)
    said.value = 'The address is copied.'
  } catch {
    said.value = 'Copying is not allowed here: select the address and copy it.'
  }
}
</script>

<template>
  <div class="page wide">
    <div v-if="problem" class="problem" role="alert">{{ problem.text }} <v-btn @click="load">Try again</v-btn></div>
    <template v-if="week">
      <header>
        <h1>{{ single ? longDate(from) : `${shortDate(from)} to ${shortDate(daysOn(from, 6))}` }}</h1>
        <span class="push">
          <v-btn :aria-label="single ? 'The day before' : 'The week before'" @click="show(daysOn(from, single ? -1 : -7))">←</v-btn>
          <v-btn @click="show(single ? today : monday(today))">Today</v-btn>
          <v-btn :aria-label="single ? 'The day after' : 'The week after'" @click="show(daysOn(from, single ? 1 : 7))">→</v-btn>
          <v-btn @click="show(single ? monday(from) : from <= today && today <= daysOn(from, 6) ? today : from, single ? 'week' : 'day')">{{ single ? 'Week' :
            'Day' }}</v-btn>
          <v-btn v-owner @click="extra.open = !extra.open; extra.to = extra.to || from">Extra lesson</v-btn>
          <v-btn v-owner @click="rest.open = !rest.open; rest.from = rest.from || from">Holiday</v-btn>
        </span>
      </header>
      <p class="small" role="status">{{ said }}</p>
      <p v-for="clash in week.clashes" :key="clash" class="fawn">{{ clash }}</p>
      <form v-if="extra.open" class="line" @submit.prevent="addExtra">
        <v-autocomplete v-model="extra.pupil" :items="pupils.all.map((pupil) => ({ value: pupil.id, title: pupil.name }))" label="Pupil" />
        <v-text-field v-model="extra.to" type="date" label="Day" :error-messages="errors('to')" />
        <v-text-field v-model="extra.time" label="Time, such as 16:30" :error-messages="errors('time')" />
        <v-text-field v-model="extra.minutes" label="Minutes" inputmode="numeric" :error-messages="errors('minutes')" />
        <v-text-field v-model="extra.note" label="Note" maxlength="200" />
        <v-btn type="submit" variant="flat" color="primary" :disabled="!extra.pupil" :loading="busy">Add it</v-btn>
      </form>
      <form v-if="rest.open" class="line" @submit.prevent="addRest">
        <v-text-field v-model="rest.from" type="date" label="From" :error-messages="errors('from')" />
        <v-text-field v-model="rest.to" type="date" label="To" :error-messages="errors('to')" />
        <v-text-field v-model="rest.name" label="Name" maxlength="60" :error-messages="errors('name')" />
        <v-btn type="submit" variant="flat" color="primary" :disabled="!rest.name.trim()" :loading="busy">Add it</v-btn>
      </form>

      <div class="grid" :style="{ gridTemplateColumns: `46px repeat(${dates.length}, minmax(0, 1fr))` }">
        <span></span>
        <div v-for="date in dates" :key="date" class="day" :class="{ now: date === today }">
          <router-link :to="{ path: '/calendar', query: { from: date, view: 'day' } }">{{
            longDate(date).split(' ').slice(0, 3).join(' ').replace(/ (\w{3})\w*$/, ' $1') }}</router-link>
          <small v-if="holiday(date)" class="fawn">{{ holiday(date)!.name }}</small>
          <button
            v-for="lesson in of(date).filter((one) => !one.time)" :key="lesson.name" type="button" class="loose"
            :class="{ off: off(lesson) }" @click="pick(lesson)"
          >{{ lesson.name }}, no time</button>
        </div>
        <div class="hours" :style="{ height: `${(span.to - span.from) * 60}px` }">
          <span v-for="hour in span.to - span.from" :key="hour" :style="{ top: `${(hour - 1) * 60}px` }">{{ span.from + hour - 1 }}:00</span>
        </div>
        <div
          v-for="date in dates" :key="`${date} lessons`" class="column" :class="{ rest: holiday(date) }"
          :style="{ height: `${(span.to - span.from) * 60}px` }"
        >
          <button
            v-for="box in placed(of(date), span.from)"
            :key="`${box.lesson.name} ${box.lesson.status}`" type="button" class="lesson"
            :class="{ off: off(box.lesson), other: box.lesson.status === 'moved' || box.lesson.status === 'extra', beside: box.lanes > 1 }"
            :style="{ top: `${box.top}px`, height: `${Math.max(24, box.height - 2)}px`, left: `${(100 / box.lanes) * box.lane}%`, width: `${100 / box.lanes}%`
              }"
            :aria-label="`${box.lesson.name}, ${longDate(date)} ${box.lesson.time}, ${box.lesson.minutes} minutes ${STATUS[box.lesson.status]}`"
            @click="pick(box.lesson)"
          ><b>{{ box.lesson.name }}</b> {{ box.lesson.time }}<small v-if="STATUS[box.lesson.status]"> {{ STATUS[box.lesson.status] }}</small></button>
        </div>
      </div>

      <div class="columns ruled">
        <section>
          <h2>To make up</h2>
          <p v-if="!week.owed.length" class="quiet">Nothing is owed.</p>
          <ul class="plain">
            <li v-for="one in week.owed" :key="one.change_id" class="row">
              <span>{{ one.name }}, {{ shortDate(one.date) }} <span class="small quiet">{{ one.note }}</span></span>
              <v-btn
                density="compact"
                @click="pick({ pupil_id: one.pupil_id, group_id: one.group_id, name: one.name, date: one.date, time: null, minutes: 30, status: 'cancelled',
                  was: null, note: one.note, change_id: one.change_id, owed: true })"
              >Find a time</v-btn>
              <v-btn density="compact" :aria-label="`Let the lesson of ${one.name} go`"
                @click="act(() => ask('post', '/api/changes/{id}/waive', byId(one.change_id)), 'Nothing is owed for it any more.')">Let it go</v-btn>
            </li>
          </ul>
          <h2 class="next">Holidays</h2>
          <p v-if="!week.holidays.length" class="quiet">None to come.</p>
          <ul class="plain">
            <li v-for="one in week.holidays" :key="one.id" class="row">
              <span>{{ one.name }} <span class="small quiet">{{ shortDate(one.from) }}{{ one.to === one.from ? '' : ` to ${shortDate(one.to)}` }}</span></span>
              <v-btn density="compact" @click="act(() => ask('delete', '/api/holidays/{id}', byId(one.id)), 'Taken away.')">Take away</v-btn>
            </li>
          </ul>
        </section>
        <section>
          <h2>In another calendar</h2>
          <p><v-btn href="/api/lessons.ics" download>Download as iCalendar</v-btn></p>
          <p v-if="week.feed" class="small feed">
            <code>{{ address }}</code> <v-btn density="compact" @click="copy">Copy</v-btn>
            <v-btn density="compact" @click="newFeed()">Make a new one</v-btn>
            <v-btn density="compact" @click="closeFeed()">Close it</v-btn>
          </p>
          <p v-else><v-btn @click="newFeed()">Make a private address to subscribe to</v-btn></p>
          <p class="small quiet">Whoever has the address sees the pupils’ first names and times. Times are those of {{ week.time_zone }};
            <router-link to="/studio">change it</router-link>.</p>
        </section>
      </div>
    </template>

    <v-dialog :model-value="!!open" max-width="520" @update:model-value="open = null">
      <v-card v-if="open" class="pa-6" :aria-label="`${open.name}, ${longDate(open.date)}`">
        <h2><router-link :to="open.group_id ? `/groups/${open.group_id}?date=${open.date}` : `/pupils/${open.pupil_id}/plan?date=${open.date}`">{{ open.name
          }}</router-link>, {{ longDate(open.date) }} {{ open.time }}</h2>
        <p v-if="STATUS[open.status]" class="quiet">{{ STATUS[open.status] }}{{ open.note ? `: ${open.note}` : '' }}</p>
        <div class="form">
          <v-text-field v-model="form.to" type="date" label="Move it to" :error-messages="errors('to')" />
          <v-text-field v-model="form.time" label="Time" :error-messages="errors('time')" />
          <v-text-field v-model="form.minutes" label="Minutes" inputmode="numeric" :error-messages="errors('minutes')" />
          <v-text-field v-model="form.note" class="all" label="Note" maxlength="200" />
        </div>
        <p v-if="trouble && !['to', 'time', 'minutes'].includes(String(trouble.where.field))" class="problem" role="alert">{{ trouble.text }}</p>
        <label v-if="!off(open) && open.status !== 'extra'" class="small owed"><input v-model="form.owed" type="checkbox" /> a cancelled lesson is owed</label>
        <p class="acts">
          <v-btn variant="flat" color="primary" :loading="busy" @click="move(open)">Move it</v-btn>
          <v-btn v-if="!off(open)" @click="cancel(open)">{{ open.status === 'extra' ? 'Take it away' : 'Cancel it' }}</v-btn>
          <v-btn v-if="open.change_id && open.status !== 'extra'" @click="back(open.change_id)">As it was</v-btn>
          <v-btn @click="open = null">Leave it</v-btn>
        </p>
      </v-card>
    </v-dialog>
  </div>
</template>

<style scoped>
.wide { max-width: 1400px; }
.line { display: grid; grid-template-columns: repeat(auto-fit, minmax(130px, 1fr)); gap: var(--room-4); align-items: end; margin-bottom: var(--room-4); }
.grid { display: grid; column-gap: var(--room-1); }
.day { text-align: center; padding-bottom: var(--room-1); line-height: 1.3; }
.day a { color: var(--ink); text-decoration: none; font: italic 500 1.05rem var(--v-font-heading); }
.day.now a { color: var(--moss); box-shadow: 0 2px 0 var(--moss); }
.day small { display: block; }
.loose { display: block; width: 100%; font-size: 0.88rem; cursor: pointer; padding: 2px; border: 1px dashed var(--rule); border-radius: 4px; }
.hours { position: relative; font-size: 0.82rem; color: var(--quiet); }
.hours span { position: absolute; right: 6px; transform: translateY(-50%); }
.hours span:first-child { transform: none; }
.column { position: relative; border-left: 1px solid var(--rule); background: repeating-linear-gradient(to bottom, var(--rule) 0 1px, transparent 1px 60px); }
.column.rest { background-color: rgba(var(--v-theme-secondary), 0.08); }
.lesson {
  position: absolute; text-align: left; overflow: hidden; padding: 2px var(--room-2); font-size: 0.9rem; line-height: 1.2;
  border-radius: 5px; border-left: 4px solid var(--moss); background: var(--card); box-shadow: 0 0 0 1px var(--rule);
  cursor: pointer;
}
.lesson:hover { box-shadow: 0 0 0 1.5px var(--moss); }
.lesson.other { border-left-style: double; border-left-width: 6px; }
.lesson.off, .loose.off { text-decoration: line-through; color: var(--quiet); border-left-color: var(--rule); background: transparent; }
.lesson small { font-size: 0.82rem; margin-left: var(--room-1); }
.lesson.beside { padding: 0 var(--room-1); font-size: 0.8rem; line-height: 1.1; }
.lesson.beside small { font-size: inherit; display: block; margin-left: 0; }
.columns .next { margin-top: var(--room-5); }
.columns { display: grid; grid-template-columns: 1fr 1fr; gap: var(--room-2) var(--room-7); }
.row { display: flex; gap: var(--room-3); padding: var(--room-1) 0; }
.row > span { flex: 1; }
.feed code { word-break: break-all; }
.form { display: grid; grid-template-columns: 1.3fr 1fr 1fr; gap: var(--room-3) var(--room-4); }
.form .all { grid-column: 1 / -1; }
.acts { display: flex; gap: var(--room-2); flex-wrap: wrap; margin: var(--room-3) 0 0; }
.owed { display: flex; gap: var(--room-2); margin-top: var(--room-2); }
input[type='checkbox'] { accent-color: rgb(var(--v-theme-primary)); }
@media (--slate) { .columns { grid-template-columns: 1fr; } .lesson { font-size: 0.78rem; padding: 1px var(--room-1); } }
</style>
