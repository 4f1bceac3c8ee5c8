<script setup lang="ts">
import { computed } from 'vue'
import type { ChartBody } from '../api/types'
import { printed } from '../geometry/words'

/** What to see in a tune before playing it. */
const props = defineProps<{ chart: ChartBody; names: Record<string, string> }>()
const reading = computed(() => props.chart.reading)
const list = (bars: number[][]) => bars.map((group) => group.map((bar) => (bar === 0 ? 'pick-up' : bar)).join(' = ')).join('; ')
const crossings = computed(() => props.chart.crossings.filter((one) => one.crossings > 2).map((one) => `bar ${one.bar}: ${one.crossings}`).join('; '))
</script>

<template>
  <dl>
    <dt>Key</dt><dd>{{ chart.tune.key }}</dd>
    <dt>Meter</dt><dd>{{ chart.tune.meter }}: {{ reading.meter }}<template v-if="reading.pickup">; a pick-up</template></dd>
    <dt>Notes</dt><dd>{{ reading.values.join(', ') }}; longest at {{ reading.longest }}</dd>
    <dt>From, to</dt>
    <dd>{{ printed(reading.lowest) }} to {{ printed(reading.highest) }}, first {{ printed(reading.first) }}, last {{ printed(reading.last) }}</dd>
    <dt>Strings</dt><dd>{{ reading.strings.join(', ') }}</dd>
    <dt>Learn</dt><dd>{{ reading.learn === reading.play ? `${reading.play} bars, all different` : `learn ${reading.learn} bars, play ${reading.play}` }}</dd>
    <template v-if="chart.same_bars.length"><dt>Same bars</dt><dd>{{ list(chart.same_bars) }}</dd></template>
    <template v-if="chart.transposed_bars.length"><dt>Moved</dt><dd>{{ list(chart.transposed_bars) }}</dd></template>
    <template v-if="chart.same_rhythm.length"><dt>Same rhythm</dt><dd>{{ list(chart.same_rhythm) }}</dd></template>
    <template v-if="chart.pattern_changes.length">
      <dt>Pattern changes</dt>
      <dd>{{ chart.pattern_changes.map((one) => `${one.bar}:${one.beat} on ${one.string}, ${one.from} to ${one.to}`).join('; ') }}</dd>
    </template>
    <template v-if="crossings"><dt>Crossings</dt><dd>{{ crossings }}</dd></template>
    <dt>Asks for</dt><dd>{{ chart.demands.map((id) => names[id] ?? id).join(', ') }}</dd>
  </dl>
</template>

<style scoped>
dl { display: grid; grid-template-columns: auto 1fr; gap: 2px var(--room-3); margin: 0; line-height: 1.35; }
dt { font-style: italic; font-family: var(--v-font-heading); color: var(--quiet); }
dd { margin: 0; }
</style>
