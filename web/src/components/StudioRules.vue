<script setup lang="ts">
import { onMounted, reactive, ref } from 'vue'
import { ask } from '../api/client'
import type { StudioSettings } from '../api/types'
import { useAct } from '../composables/useAct'
import { BOWINGS, wholeOf } from '../geometry/words'
import { useSession } from '../stores/session'

/** The studio's name, time zone and the numbers by which marks become states. */
const session = useSession()
const settings = ref<StudioSettings | null>(null)
const form = reactive({ name: '', bowing: null as StudioSettings['bowing'], time_zone: 'UTC', rules: {} as Record<string, string> })
const { busy, said, trouble: problem, act, errors } = useAct()
const WORDS: Record<string, string> = {
  good: 'A mark counts as good from',
  steady_marks: 'Good days in a row for steady',
  secure_marks: 'Good days in a row for secure, with a 3 among them',
  secure_days: 'and over at least so many days',
  rusty_days: 'Rusty after so many days without',
  stuck_days: 'Stuck after so many days of low marks',
  reviews: 'Look again after days, for one, two, three … good days in a row',
  new_things: 'New things in a lesson, at most',
  kept_up: 'Playing what rests on a skill keeps the skill itself fresh'
}
const text = (value: number | number[]) => (Array.isArray(value) ? value.join(', ') : String(value))
function fill(found: StudioSettings): void {
  settings.value = found
  form.name = found.name
  form.bowing = found.bowing
  form.time_zone = found.time_zone
  form.rules = Object.fromEntries(found.rules.map((rule) => [rule.name, text(rule.value)]))
}
onMounted(() => act(async () => fill(await ask('get', '/api/studio'))))
const value = (name: string, given: string) =>
  name === 'reviews'
    ? given
        .split(/[,\s]+/)
        .filter(Boolean)
        .map((one) => (/^\d+$/.test(one) ? Number(one) : -1))
    : wholeOf(given)

const save = () => act(async () => {
  fill(
    await ask('patch', '/api/studio', { body: {
      name: form.name,
      bowing: form.bowing,
      time_zone: form.time_zone,
      rules: Object.entries(form.rules).map(([name, given]) => ({ name, value: value(name, given) }))
    } })
  )
  if (session.studio) session.studio.name = form.name
}, 'Saved.')
const bowings = [{ value: null, title: 'simple charts as it comes, full ones strong beats down' }, ...BOWINGS]
const here = () => (form.time_zone = Intl.DateTimeFormat().resolvedOptions().timeZone)
function usual(): void {
  if (settings.value) form.rules = Object.fromEntries(settings.value.rules.map((rule) => [rule.name, text(rule.usual)]))
}
</script>

<template>
  <form v-if="settings" @submit.prevent="save">
    <div class="grid">
      <v-text-field v-model="form.name" label="Name of the studio" maxlength="120" :error-messages="errors('name')" />
      <div class="zone">
        <v-autocomplete v-model="form.time_zone" :items="settings.time_zones" label="Time zone of the lessons" :error-messages="errors('time_zone')" />
        <v-btn @click="here">As here</v-btn>
      </div>
      <v-select v-model="form.bowing" :items="bowings" label="Bowing, unless a chart says otherwise" />
    </div>
    <slot />
    <h2 class="ruled">Rules</h2>
    <p class="small quiet">How marks become states. States are worked out anew whenever they are looked at, so a change shows at once.</p>
    <div class="rules">
      <template v-for="rule in settings.rules" :key="rule.name">
        <label :for="`rule-${rule.name}`">{{ WORDS[rule.name] }}</label>
        <span>
          <input
            v-if="rule.name === 'kept_up'" :id="`rule-${rule.name}`" type="checkbox" :checked="form.rules[rule.name] === '1'"
            @change="form.rules[rule.name] = ($event.target as HTMLInputElement).checked ? '1' : '0'"
          />
          <v-text-field v-else :id="`rule-${rule.name}`" v-model="form.rules[rule.name]" density="compact" :error-messages="errors(rule.name)" />
          <small class="quiet">usual: {{ rule.name === 'kept_up' ? (rule.usual ? 'yes' : 'no') : text(rule.usual) }}</small>
        </span>
      </template>
    </div>
    <p
      v-if="problem && !settings.rules.some((rule) => rule.name === problem!.where.field) && !['name', 'time_zone'].includes(String(problem.where.field))"
      class="problem" role="alert"
    >{{ problem.text }}</p>
    <v-btn type="submit" variant="flat" color="primary" :loading="busy">Save</v-btn>
    <v-btn @click="usual">The usual numbers</v-btn> <span class="small" role="status">{{ said }}</span>
  </form>
</template>

<style scoped>
.grid { margin: var(--room-4) 0 var(--room-5); display: grid; grid-template-columns: 1fr 1fr; gap: var(--room-3) var(--room-6); max-width: 860px; }
.zone { display: grid; grid-template-columns: 1fr auto; align-items: end; }
.rules { display: grid; grid-template-columns: minmax(200px, 430px) 1fr; gap: var(--room-1) var(--room-6); align-items: center; max-width: 860px; margin-bottom: var(--room-3); }
.rules input[type='checkbox'] { width: 18px; height: 18px; accent-color: rgb(var(--v-theme-primary)); }
.rules span { display: grid; grid-template-columns: 150px 1fr; gap: var(--room-3); align-items: center; }
@media (--rail) { .grid, .rules { grid-template-columns: 1fr; } }
</style>
