<script setup lang="ts">
import { mdiDotsHorizontal } from '@mdi/js'
import type { ShelfTune, TuneAct } from '../api/types'
import { shortDate } from '../geometry/dates'
import NewInIt from './NewInIt.vue'

/** One tune on the shelf: what it is, what is new in it, who has it, what can be done with it. */
const props = defineProps<{ tune: ShelfTune; pupil: boolean }>()
const emit = defineEmits<{
  chart: [version: 'simple' | 'full']
  act: [what: TuneAct]
}>()

function use(): string {
  const { pupils, last_card } = props.tune.use
  return [pupils ? `${pupils} ${pupils === 1 ? 'pupil' : 'pupils'}` : '', last_card ? `last card ${shortDate(last_card)}` : ''].filter(Boolean).join(', ')
}
const ACTS = [
  { id: 'edit', title: 'Edit or rename' },
  { id: 'ways', title: 'An easier way to it' },
  { id: 'keys', title: 'Keys that suit' },
  { id: 'together', title: 'Second parts and chords' },
  { id: 'group', title: 'For several instruments' },
  { id: 'same', title: 'Copy' },
  { id: 'simpler_rhythm', title: 'Copy with a simpler rhythm' },
  { id: 'plain_bowing', title: 'Copy with plain bowing' },
  { id: 'bars', title: 'Copy some of its bars' }
] as const
</script>

<template>
  <li :id="`tune-${tune.id}`" class="tune">
    <div>
      <h3><a :href="`#${tune.id}`" @click.prevent="emit('chart', 'simple')">{{ tune.title }}</a></h3>
      <span class="small quiet">{{ tune.key }}, {{ tune.meter }}, {{ tune.bars === 1 ? '1 bar' : `${tune.bars} bars` }}<template v-if="tune.readiness?.moved">,
        {{ tune.readiness.moved }}</template></span>
      <p v-if="tune.source" class="small quiet source">{{ tune.source }}</p>
    </div>
    <div class="small">
      <NewInIt :readiness="tune.readiness" :pupil="pupil" />
      <p v-for="notice in tune.notices" :key="notice" class="quiet">{{ notice }}</p>
    </div>
    <div class="share small quiet"><template v-if="pupil">{{ Math.round((tune.readiness?.share ?? 0) * 100) }} % ready<br /></template>{{ use() }}</div>
    <div class="open">
      <v-btn v-if="tune.archived" @click="emit('act', 'back')">Put it back</v-btn>
      <template v-else><v-btn @click="emit('chart', 'simple')">Simple chart</v-btn><v-btn @click="emit('chart', 'full')">Full</v-btn></template>
      <v-menu>
        <template #activator="{ props: menu }">
          <v-btn v-bind="menu" :icon="mdiDotsHorizontal" density="compact" :aria-label="`More for ${tune.title}`" />
        </template>
        <v-list density="compact">
          <v-list-item v-for="act in ACTS" :key="act.id" :title="act.title" @click="emit('act', act.id)" />
          <v-list-item v-if="!tune.archived" title="Put away" @click="emit('act', 'away')" />
        </v-list>
      </v-menu>
    </div>
    <slot />
  </li>
</template>

<style scoped>
.tune {
  display: grid; grid-template-columns: minmax(180px, 1.1fr) 1.5fr 128px auto; gap: var(--room-2) var(--room-5); padding: var(--room-2) 0;
  border-bottom: 1px solid var(--rule); align-items: start;
}
.tune:last-child { border-bottom: 0; }
.tune p { margin: 0; }
.source { font-style: italic; }
h3 a { color: var(--ink); }
.open { white-space: nowrap; }
@media (--tablet) { .tune { grid-template-columns: 1fr auto; } .share { display: none; } }
</style>
