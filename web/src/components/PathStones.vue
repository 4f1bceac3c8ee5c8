<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Stone } from '../api/types'
import StoneShape from './StoneShape.vue'

/** The path as stones in order, stage by stage. What is in hand carries its name; the rest is named when it is pointed at, or all on request. */
const props = defineProps<{ path: Stone[]; next: string[]; open: string | null }>()
const emit = defineEmits<{ open: [id: string] }>()
const all = ref(false)
const stages = computed(() => {
  const found = new Map<string, Stone[]>()
  for (const stone of props.path) found.set(stone.stage, [...(found.get(stone.stage) ?? []), stone])
  return [...found]
})
const had = (stones: Stone[]) => stones.filter((stone) => ['steady', 'secure', 'rusty'].includes(stone.state)).length
const named = (stone: Stone) =>
  all.value || props.open === stone.id || props.next.includes(stone.id) || stone.held || ['started', 'rusty'].includes(stone.state)
const words = (stone: Stone) => [stone.state, ...(stone.held ? ['held'] : []), ...(props.next.includes(stone.id) ? ['next'] : [])].join(', ')
</script>

<template>
  <div class="path">
    <template v-for="[stage, stones] in stages" :key="stage">
      <div class="stage"><span class="aside-label">{{ stage }}</span><small>{{ had(stones) }} of {{ stones.length }}</small></div>
      <div class="row">
        <button
          v-for="stone in stones"
          :key="stone.id" type="button" class="stone" :class="{ on: open === stone.id, held: stone.held }"
          :aria-expanded="open === stone.id" :title="named(stone) ? undefined : `${stone.name}, ${words(stone)}`"
          :aria-label="`${stone.name}: ${words(stone)}`" @click="emit('open', stone.id)"
        >
          <StoneShape :state="stone.state" :size="named(stone) ? 26 : 22" />
          <span v-if="named(stone)">{{ stone.name }}<small> {{ words(stone) }}</small></span>
        </button>
      </div>
    </template>
  </div>
  <label class="small quiet every"><input v-model="all" type="checkbox" /> name every stone</label>
</template>

<style scoped>
.path { display: grid; grid-template-columns: 104px 1fr; gap: 2px var(--room-3); }
.stage { padding-top: var(--room-1); text-align: right; line-height: 1.15; }
.stage small { display: block; color: var(--quiet); font-size: 0.8rem; }
.row { display: flex; flex-wrap: wrap; gap: 2px var(--room-1); border-left: 2px solid var(--rule); padding-left: var(--room-3); align-items: center; min-height: 38px; }
.stone {
  display: flex; align-items: center; gap: var(--room-2); padding: var(--room-1); border-radius: 16px; text-align: left; line-height: 1.15;
  cursor: pointer; font-size: 0.95rem; min-width: 28px; min-height: 28px;
}
.stone:has(span) { padding-right: var(--room-2); }
.stone:hover, .stone.on { background: rgba(var(--v-theme-on-background), 0.07); }
.stone.held { box-shadow: inset 0 0 0 1.5px var(--brick); }
small { display: block; color: var(--quiet); }
.every { display: block; margin: var(--room-2) 0 0 116px; cursor: pointer; }
.every input { accent-color: rgb(var(--v-theme-primary)); }
@media (--phone) { .path { grid-template-columns: 1fr; } .stage { text-align: left; } .every { margin-left: 0; } }
</style>
