<script setup lang="ts">
import { nextTick, ref } from 'vue'
import { useRoute } from 'vue-router'
import { ask, byId } from '../api/client'
import { useLoad } from '../composables/useLoad'
import { printPage, usePaper } from '../composables/usePaper'

/** The strip at true scale: millimetres on the page are millimetres on the paper, and a ruler proves it. */
const route = useRoute()
const paper = usePaper()
const ready = ref(false)
const asked = Object.fromEntries(
  ['tapes', 'temperament', 'length'].flatMap((name) => (typeof route.query[name] === 'string' ? [[name, route.query[name]]] : [])),
)
const { data: strip, problem, load } = useLoad(async () => {
  const found = await ask('get', '/api/pupils/{id}/strip', byId(Number(route.params.id), { ...asked, paper: paper.value }))
  void nextTick(() => (ready.value = true))
  return found
})
void load()
/** Room above the nut line of the first piece, in mm. */
const TOP = 6
</script>

<template>
  <div class="page strip" :data-ready="ready || undefined">
    <div v-if="problem" class="problem" role="alert">{{ problem.text }} <router-link :to="`/pupils/${route.params.id}/fit`">Back to the fit</router-link></div>
    <template v-if="strip">
      <div class="bar">
        <router-link :to="`/pupils/${route.params.id}/fit`">Back to the fit</router-link>
        <v-select v-model="paper" :items="['A4', 'Letter']" aria-label="Paper" density="compact" class="size" @update:model-value="load" />
        <v-btn variant="flat" color="primary" @click="printPage">Print</v-btn>
        <span class="small quiet">Print at 100 %, not “fit to page”.</span>
      </div>
      <section v-for="(piece, index) in strip.pieces" :key="piece.from" class="piece">
        <p class="head"><b>{{ strip.name }}</b>, {{ strip.instrument }} {{ strip.size }}, string {{ strip.length }} mm, {{ strip.temperament }}
          temperament<template v-if="strip.pieces.length > 1">, piece {{ index + 1 }} of {{ strip.pieces.length }}</template>. Print at 100 %: this
          ruler must be {{ strip.ruler }} mm long.</p>
        <svg
          class="ruler" :width="`${strip.ruler + 4}mm`" height="9mm" :viewBox="`-2 0 ${strip.ruler + 4} 9`" role="img"
          :aria-label="`Ruler of ${strip.ruler} millimetres`"
        >
          <line x1="0" y1="6" :x2="strip.ruler" y2="6" class="edge" />
          <line v-for="mm in strip.ruler + 1" :key="mm" :x1="mm - 1" :x2="mm - 1" y1="6" :y2="(mm - 1) % 10 ? 4.6 : 2.8" class="tick" />
          <text v-for="cm in [0, 50, 100]" :key="cm" :x="cm" y="9" class="number">{{ cm }}</text>
        </svg>
        <svg
          class="scale" width="90mm" :height="`${piece.to - piece.from + TOP + 4}mm`" :viewBox="`0 0 90 ${piece.to - piece.from + TOP + 4}`"
          role="img" :aria-label="`Piece from ${piece.from} to ${piece.to} millimetres from the nut`"
        >
          <rect x="10" :y="TOP" width="24" :height="piece.to - piece.from" class="edge" />
          <text x="37" :y="TOP + 1.2" class="word">{{ piece.from === 0 ? 'nut: this edge against the nut' : `glue this edge to the line at ${piece.from} mm`
            }}</text>
          <g v-for="mark in piece.marks" :key="mark.mm">
            <line x1="10" x2="34" :y1="TOP + mark.at" :y2="TOP + mark.at" class="tape" />
            <text x="37" :y="TOP + mark.at + 1.2" class="word">finger {{ mark.label }}, {{ mark.mm.toFixed(1) }} mm</text>
          </g>
          <text v-if="index < strip.pieces.length - 1" x="37" :y="TOP + piece.to - piece.from" class="word">{{ piece.to }} mm: the next piece begins here</text>
        </svg>
      </section>
    </template>
  </div>
</template>

<style scoped>
.bar { display: flex; gap: 16px; align-items: center; margin-bottom: 14px; }
.size { max-width: 96px; }
.piece { break-after: page; break-inside: avoid; }
.piece:last-child { break-after: auto; }
.head { font-size: 0.85rem; margin: 0 0 2mm; max-width: 180mm; }
svg { display: block; overflow: visible; color: var(--ink); }
.edge { fill: none; stroke: currentColor; stroke-width: 0.2; }
.tick { stroke: currentColor; stroke-width: 0.15; }
.tape { stroke: currentColor; stroke-width: 0.5; }
.number { font: 2.4px var(--v-font-body); text-anchor: middle; fill: currentColor; }
.word { font: 3.2px var(--v-font-body); fill: currentColor; }
@media print { .bar { display: none; } .page { padding: 0; max-width: none; } svg { color: #000; } }
</style>
