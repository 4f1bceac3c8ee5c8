<script setup lang="ts">
import { computed } from 'vue'
import { Line } from 'vue-chartjs'
import { CategoryScale, Chart, Legend, LinearScale, LineElement, PointElement, Tooltip } from 'chart.js'
import { useTheme } from 'vuetify'
import type { WeekPoint } from '../api/types'
import { axes, lineLook, lineOptions, LINES, tickDate } from '../geometry/plots'

/** Where fingers or patterns lay, week by week, around their aim; each line has a point shape and a dash of its own. */
const props = defineProps<{ lines: { name: string; points: WeekPoint[] }[] }>()
Chart.register(CategoryScale, Legend, LinearScale, LineElement, PointElement, Tooltip)
const theme = useTheme()
const data = computed(() => {
  const colors = theme.current.value.colors as Record<string, string>
  const shown = props.lines.slice(0, LINES)
  const weeks = [...new Set(shown.flatMap((line) => line.points.map((point) => point.on)))].sort()
  const lines = shown.map((line, index) => ({
    label: line.name,
    data: weeks.map((week) => line.points.find((point) => point.on === week)?.cents ?? null),
    ...lineLook(index, colors),
  }))
  return { labels: weeks.map(tickDate), datasets: lines }
})
const options = computed(() => {
  const { dark } = theme.current.value
  const { ink } = axes(dark)
  const color = ({ tick }: { tick: { value: number } }) => (tick.value === 0 ? ink : `${ink}1c`)
  return lineOptions(dark, { suggestedMin: -20, suggestedMax: 20, grid: { color } })
})
</script>

<template><div class="plot" aria-hidden="true"><Line :data="data" :options="options" /></div></template>

<style scoped>.plot { height: 270px; }</style>
