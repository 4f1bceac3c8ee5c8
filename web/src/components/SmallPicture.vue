<script setup lang="ts">
import { computed } from 'vue'
import type { Picture } from '../api/types'

/** A small drawing of a skill or warm-up: where strings, bow and fingers are. The numbers are worked out by the core. */
const props = defineProps<{ picture: Picture; large?: boolean; bare?: boolean }>()

type Of<K extends Picture['kind']> = Extract<Picture, { kind: K }>
const levels = computed(() => (props.picture.kind === 'levels' ? (props.picture as Of<'levels'>) : null))
const zones = computed(() => (props.picture.kind === 'zones' ? (props.picture as Of<'zones'>) : null))
const bow = computed(() => (props.picture.kind === 'bow' ? (props.picture as Of<'bow'>) : null))
const frame = computed(() => (props.picture.kind === 'frame' ? (props.picture as Of<'frame'>) : null))

/** mm to pixels, so that a bass's bridge takes no more room than a violin's. */
const scale = computed(() => (levels.value ? 52 / Math.max(...levels.value.strings.map((one) => Math.abs(one.x))) : 1))
const arc = computed(() => {
  const [first, , , last] = levels.value!.strings
  const x = first!.x * scale.value, y = -first!.y * scale.value
  const radius = (first!.x ** 2 + first!.y ** 2) / (2 * Math.abs(first!.y)) * scale.value
  return `M ${x - 10} ${y + 34} L ${x} ${y} A ${radius} ${radius} 0 0 1 ${last!.x * scale.value} ${y} L ${-x + 10} ${y + 34} Z`
})
const FROG = 150, TIP = -96 // of the bow from where it touches, pixels: the hand is on the right
function ends(line: Of<'levels'>['lines'][number]) {
  const slope = Math.tan((line.degrees * Math.PI) / 180)
  const x = line.x * scale.value, y = -line.y * scale.value
  return { x1: TIP, y1: y - (TIP - x) * slope, x2: FROG, y2: y - (FROG - x) * slope }
}
const ZONE = 20 // pixels high
const stringAt = (index: number): number => 62 + index * 26
const along = (share: number): number => 24 + share * 250
const down = (row: number): number => 26 + row * 48
const reach = (at: number): number => 30 + (at / frame.value!.shown) * 240
</script>

<template>
  <figure class="picture" :class="{ large }">
    <svg v-if="levels" viewBox="-112 -92 300 152" role="img" :aria-label="picture.caption">
      <path class="wood" :d="arc" />
      <g v-for="line in levels.lines" :key="line.words">
        <line class="bow" v-bind="ends(line)" />
        <rect class="frog" :x="ends(line).x2 - 5" :y="ends(line).y2 - 4" width="10" height="8" rx="2" />
        <text :x="ends(line).x2 + 9" :y="ends(line).y2 + 4">{{ line.words.replace(' and ', '+') }}</text>
      </g>
      <g v-for="one in levels.strings" :key="one.name">
        <circle class="string" :cx="one.x * scale" :cy="-one.y * scale" r="3.4" />
        <text class="name" :x="one.x * scale * 0.86" :y="-one.y * scale + 19" text-anchor="middle">{{ one.name }}</text>
      </g>
    </svg>
    <svg v-else-if="zones" viewBox="0 0 300 150" role="img" :aria-label="picture.caption">
      <rect class="board" x="48" y="0" width="106" height="18" rx="3" /><text class="side" x="190" y="14">fingerboard</text>
      <rect
        v-for="zone in zones.zones" :key="zone" class="zone" :class="{ lit: zones.lit.includes(zone), own: zone === zones.own }"
        x="44" :y="20 + (zone - 1) * ZONE" width="114" :height="ZONE - 2" rx="2"
      />
      <text v-for="zone in zones.zones" :key="`n${zone}`" class="name" x="8" :y="33 + (zone - 1) * ZONE" text-anchor="middle">{{ zone }}</text>
      <line v-for="(name, index) in zones.strings" :key="name" class="line" :x1="stringAt(index)" :x2="stringAt(index)" y1="0" y2="136" />
      <rect class="wood" x="40" :y="20 + zones.zones * ZONE" width="122" height="9" rx="2" /><text class="side" x="190" :y="30 + zones.zones *
        ZONE">bridge</text>
      <text v-for="(name, index) in zones.strings" :key="`s${name}`" class="name" :x="stringAt(index)" y="148" text-anchor="middle">{{ name }}</text>
      <g :transform="`translate(101 ${19 + (zones.own - 0.5) * ZONE})`">
        <line class="bow" x1="-82" x2="170" y1="0" y2="0" /><rect class="frog" x="165" y="-4" width="10" height="8" rx="2" />
        <g v-if="zones.crooked" :transform="`rotate(${zones.crooked})`"><line class="bow wrong" x1="-82" x2="165" y1="0" y2="0" /></g>
      </g>
    </svg>
    <svg v-else-if="bow" :viewBox="`0 0 300 ${30 + bow.parts.length * 26}`" role="img" :aria-label="picture.caption">
      <text class="name" x="8" y="20">F</text><text class="name" x="290" y="20" text-anchor="end">T</text>
      <path class="stick" d="M 24 16 Q 150 8 274 14" /><rect class="frog" x="24" y="14" width="14" height="9" rx="2" />
      <line class="bow" x1="32" x2="274" y1="22" y2="16" />
      <g v-for="(part, index) in bow.parts" :key="part.words" :transform="`translate(0 ${30 + index * 26})`">
        <line class="part" :x1="along(part.from)" :x2="along(part.to)" y1="3" y2="3" />
        <text :x="Math.min(Math.max((along(part.from) + along(part.to)) / 2, 78), 222)" y="19" text-anchor="middle">{{ part.words }}</text>
      </g>
    </svg>
    <svg v-else-if="frame" :viewBox="`0 0 300 ${8 + frame.rows.length * 48}`" role="img" :aria-label="picture.caption">
      <g v-for="(row, index) in frame.rows" :key="row.words">
        <line class="nut" x1="30" x2="30" :y1="down(index) - 11" :y2="down(index) + 11" />
        <line class="line" x1="30" x2="288" :y1="down(index)" :y2="down(index)" />
        <g v-for="one in row.fingers" :key="one.finger" :class="{ lit: one.lit }" :transform="`translate(${reach(one.at)} ${down(index)})`">
          <circle class="finger" r="9.5" /><text class="digit" y="4.4" text-anchor="middle">{{ one.finger }}</text>
        </g>
        <text class="side" x="30" :y="down(index) + 24">{{ row.words }}</text>
      </g>
    </svg>
    <figcaption v-if="!bare && (levels || zones)" class="quiet" aria-hidden="true">{{ picture.caption }}</figcaption>
  </figure>
</template>

<style scoped>
.picture { margin: var(--room-2) 0; max-width: 300px; }
.picture.large { max-width: 430px; margin: var(--room-3) 0 var(--room-4); }
figcaption { font-size: 0.82rem; line-height: 1.3; margin-top: var(--room-1); }
.large figcaption { font-size: 1.05rem; }
svg { display: block; width: 100%; height: auto; overflow: visible; }
text { font: 500 11.5px var(--v-font-body); fill: var(--ink); }
.name, .digit { font-weight: 600; }
.side { fill: var(--quiet); font-size: 11px; }
.wood { fill: none; stroke: var(--quiet); stroke-width: 1.6; stroke-linejoin: round; }
.board { fill: var(--quiet); opacity: 0.55; }
.string { fill: var(--ink); }
.line { stroke: rgba(var(--v-theme-on-background), 0.55); stroke-width: 1.2; }
.bow { stroke: var(--moss); stroke-width: 2.2; stroke-linecap: round; }
.wrong { stroke: var(--fawn); stroke-dasharray: 5 5; }
.stick { fill: none; stroke: var(--quiet); stroke-width: 1.6; }
.frog { fill: var(--moss); }
.zone { fill: none; stroke: var(--rule); stroke-width: 1; }
.zone.lit { fill: var(--rule); opacity: 0.55; }
.zone.own { fill: var(--moss); opacity: 0.22; stroke: none; }
.part { stroke: var(--moss); stroke-width: 5; stroke-linecap: round; }
.nut { stroke: var(--ink); stroke-width: 4; }
.finger { fill: var(--paper); stroke: var(--moss); stroke-width: 1.8; }
.lit .finger { fill: var(--fawn); stroke: var(--fawn); }
.lit .digit { fill: rgb(var(--v-theme-on-secondary)); }
</style>
