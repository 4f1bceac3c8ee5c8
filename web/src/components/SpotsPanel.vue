<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import type { ChartBody, Spot, SpotMark } from '../api/types'
import { barWords } from '../geometry/spots'

/** The bars that will go wrong, why, and what to do: to be changed, dropped, made and heard. */
const props = defineProps<{ chart: ChartBody; marks: SpotMark[]; chosen: number[] | null; selection: number[] | null }>()
const emit = defineEmits<{ choose: [bars: number[]]; mark: [mark: SpotMark]; drop: [spot: Spot]; restore: [bars: number[]]; hear: [spot: Spot] }>()

const editing = ref<string | null>(null)
const form = reactive({ name: '', drill: '' })
const gone = computed(() => props.marks.filter((mark) => mark.dropped))
const key = (bars: number[]) => bars.join()
const said = (spot: Spot): SpotMark => props.marks.find((mark) => key(mark.bars) === key(spot.bars)) ?? { bars: spot.bars, name: '', drill: '', dropped: false }

function edit(spot: Spot): void {
  editing.value = key(spot.bars)
  Object.assign(form, { name: said(spot).name || spot.name, drill: said(spot).drill || spot.drill })
}
/** What is left as the engine says it stays the engine's. */
function save(spot: Spot): void {
  const own = said(spot)
  emit('mark', {
    bars: spot.bars,
    name: form.name === spot.name ? own.name : form.name.trim(),
    drill: form.drill === spot.drill ? own.drill : form.drill.trim(),
    dropped: false
  })
  editing.value = null
}
watch(() => props.chosen, (bars) => bars && document.getElementById(`spot-${key(bars)}`)?.scrollIntoView({ block: 'nearest' }))
</script>

<template>
  <div>
    <p v-if="!chart.spots.length" class="quiet">No bar stands out. Select notes (Shift with ← →, or Shift and click) and press <b>b</b> to make a spot.</p>
    <p v-if="chart.character.length" class="small quiet">All along: {{ chart.character.join(', ') }}.</p>
    <ol class="plain">
      <li
        v-for="spot in chart.spots" :id="`spot-${key(spot.bars)}`" :key="key(spot.bars)" class="spot"
        :class="{ chosen: chosen && key(chosen) === key(spot.bars) }"
      >
        <button type="button" class="head" :aria-expanded="!!chosen && key(chosen) === key(spot.bars)" @click="emit('choose', spot.bars)">
          <b>{{ barWords(spot.bars) }}</b> {{ spot.name }}<span v-if="spot.own" class="quiet small"> yours</span><span
            v-if="spot.heard" class="quiet small"> heard in recordings</span>
        </button>
        <template v-if="chosen && key(chosen) === key(spot.bars)">
          <template v-if="editing === key(spot.bars)">
            <v-text-field v-model="form.name" label="Name" maxlength="60" />
            <v-textarea v-model="form.drill" label="Drill" rows="5" maxlength="600" class="mt-2" />
            <div class="marks"><v-btn variant="flat" color="primary" @click="save(spot)">Keep it</v-btn><v-btn @click="editing = null">Leave it</v-btn></div>
          </template>
          <template v-else>
            <p class="small">{{ spot.drill }}</p>
            <p v-if="spot.again.length" class="small quiet">The same again: {{ spot.again.map((bars) => barWords(bars)).join('; ') }}.</p>
            <div class="marks">
              <v-btn @click="emit('hear', spot)">Hear it</v-btn>
              <v-btn @click="edit(spot)">Change</v-btn>
              <v-btn @click="emit('drop', spot)">Drop</v-btn>
            </div>
          </template>
        </template>
      </li>
    </ol>
    <v-btn v-if="selection" title="b" @click="emit('mark', { bars: selection, name: '', drill: '', dropped: false })">Make {{ barWords(selection) }} a
      spot</v-btn>
    <p v-for="mark in gone" :key="key(mark.bars)" class="small quiet">Dropped: {{ barWords(mark.bars) }}
      <v-btn density="compact" @click="emit('restore', mark.bars)">Bring it back</v-btn></p>
  </div>
</template>

<style scoped>
.spot { border-top: 1px solid var(--rule); padding: var(--room-1) 0; }
.spot:first-child { border-top: 0; }
.head { text-align: left; width: 100%; padding: var(--room-1) 0; cursor: pointer; line-height: 1.35; }
.chosen .head { color: var(--fawn); }
.marks { display: flex; flex-wrap: wrap; }
</style>
