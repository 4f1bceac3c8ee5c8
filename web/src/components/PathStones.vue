<script setup lang="ts">
import { computed } from 'vue'
import type { Stone } from '../api/types'
import StoneShape from './StoneShape.vue'

/** The path as stones in order, area by area; the ones proposed next carry a word. */
const props = defineProps<{ path: Stone[]; next: string[]; open: string | null }>()
const emit = defineEmits<{ open: [id: string] }>()
const areas = computed(() => {
  const found = new Map<string, Stone[]>()
  for (const stone of props.path) found.set(stone.area, [...(found.get(stone.area) ?? []), stone])
  return [...found]
})
</script>

<template>
  <div class="path">
    <template v-for="[area, stones] in areas" :key="area">
      <div class="aside-label area">{{ area }}</div>
      <div class="row">
        <button
          v-for="stone in stones" :key="stone.id" type="button" class="stone" :class="{ on: open === stone.id }" :aria-expanded="open === stone.id"
          :aria-label="`${stone.name}: ${stone.state}${next.includes(stone.id) ? ', next' : ''}`" @click="emit('open', stone.id)"
        >
          <StoneShape :state="stone.state" />
          <span>{{ stone.name }}<small> {{ next.includes(stone.id) ? `${stone.state}, next` : stone.state }}</small></span>
        </button>
      </div>
    </template>
  </div>
</template>

<style scoped>
.path { display: grid; grid-template-columns: 84px 1fr; gap: 2px 12px; }
.area { padding-top: 6px; text-align: right; line-height: 1.2; }
.row { display: flex; flex-wrap: wrap; gap: 2px 6px; border-left: 2px solid var(--rule); padding-left: 10px; }
.stone { display: flex; align-items: center; gap: 7px; padding: 4px 9px 4px 4px; border-radius: 16px; text-align: left; line-height: 1.15; cursor: pointer; font-size: 0.95rem; }
.stone:hover, .stone.on { background: rgba(var(--v-theme-on-background), 0.07); }
small { display: block; color: var(--quiet); }
@media (max-width: 600px) { .path { grid-template-columns: 1fr; } .area { text-align: left; } }
</style>
