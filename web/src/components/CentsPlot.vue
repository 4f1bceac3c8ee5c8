<script setup lang="ts">
import { computed } from 'vue'
import { Line } from 'vue-chartjs'
import { CategoryScale, Chart, Legend, LinearScale, LineElement, PointElement, Tooltip } from 'chart.js'
import { useTheme } from 'vuetify'
import type { WeekPoint } from '../api/types'
import { axes, tickDate } from '../geometry/plots'

/** Where fingers or patterns lay, week by week, around their aim; each line has a point shape and a dash of its own. */
const props = defineProps<{ lines: { name: string; points: WeekPoint[] }[] }>()
Chart.register(CategoryScale, Legend, LinearScale, LineElement, PointElement, Tooltip)
const theme = useTheme()
const SHAPES = ['circle', 'rect', 'triangle', 'rectRot', 'star', 'cross'] as const
const DASHES = [[], [6, 3], [2, 3], [9, 3, 2, 3], [1, 4], [12, 4]]
const data = computed(() => {
  const { primary, secondary } = theme.current.value.colors as Record<string, string>
  const shown = props.lines.slice(0, SHAPES.length)
  const weeks = [...new Set(shown.flatMap((line) => line.points.map((point) => point.on)))].sort()
  const lines = shown.map((line, index) => ({
    label: line.name,
    data: weeks.map((week) => line.points.find((point) => point.on === week)?.cents ?? null),
    borderColor: index % 2 ? secondary! : primary!,
    backgroundColor: index % 2 ? secondary! : primary!,
    spanGaps: true,
    pointStyle: SHAPES[index],
    pointRadius: 4,
    borderWidth: 2,
    borderDash: DASHES[index]!,
  }))
  return { labels: weeks.map(tickDate), datasets: lines }
})
const options = computed(() => {
  const { ink, axis, legend } = axes(theme.current.value.dark)
  return {
    responsive: true,
    maintainAspectRatio: false,
    animation: false as const,
    scales: {
      x: axis,
      y: { ...axis, suggestedMin: -20, suggestedMax: 20, grid: { color: ({ tick }: { tick: { value: number } }) => (tick.value === 0 ? ink : `${ink}1c`) } },
    },
    plugins: { legend: { ...legend, position: 'bottom' as const, labels: { ...legend.labels, usePointStyle: true } } },
  }
})
</script>

<template><div class="plot" aria-hidden="true"><Line :data="data" :options="options" /></div></template>

<style scoped>.plot { height: 270px; }</style>
