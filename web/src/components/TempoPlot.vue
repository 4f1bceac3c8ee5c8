<script setup lang="ts">
import { computed } from 'vue'
import { Line } from 'vue-chartjs'
import { CategoryScale, Chart, Legend, LinearScale, LineElement, PointElement, Tooltip } from 'chart.js'
import { useTheme } from 'vuetify'
import type { ProgressOf } from '../api/types'
import { axes, tickDate, together } from '../geometry/plots'

/** Tempi over time against their goals: each line has a point shape and a dash of its own; the goal is a thin line of the same kind. */
const props = defineProps<{ tempi: ProgressOf['tempi'] }>()
Chart.register(CategoryScale, Legend, LinearScale, LineElement, PointElement, Tooltip)
const theme = useTheme()
const SHAPES = ['circle', 'rect', 'triangle', 'rectRot', 'star', 'cross'] as const
const DASHES = [[], [6, 3], [2, 3], [9, 3, 2, 3], [1, 4], [12, 4]]
const data = computed(() => {
  const { primary, secondary } = theme.current.value.colors as Record<string, string>
  const shown = props.tempi.slice(0, 6)
  const { days, values } = together(shown)
  const lines = shown.map((one, index) => ({
    label: one.name,
    data: values[index]!,
    borderColor: index % 2 ? secondary! : primary!,
    backgroundColor: index % 2 ? secondary! : primary!,
    spanGaps: true,
    pointStyle: SHAPES[index],
    pointRadius: 4,
    borderWidth: 2,
    borderDash: DASHES[index]!
  }))
  const goals = shown.flatMap((one, index) =>
    one.goal
      ? [
          {
            label: `goal ${one.goal}`,
            data: days.map(() => one.goal),
            borderColor: `${index % 2 ? secondary : primary}77`,
            backgroundColor: 'transparent',
            pointRadius: 0,
            pointStyle: 'line' as const,
            borderWidth: 1.5,
            borderDash: [2, 2]
          }
        ]
      : []
  )
  return {
    labels: days.map(tickDate),
    datasets: [...lines, ...goals.filter((goal, index) => goals.findIndex((other) => other.label === goal.label) === index)]
  }
})
const options = computed(() => {
  const { axis, legend } = axes(theme.current.value.dark)
  return {
    responsive: true,
    maintainAspectRatio: false,
    animation: false as const,
    scales: { x: axis, y: { ...axis, suggestedMin: 40, grace: 4 } },
    plugins: { legend: { ...legend, position: 'bottom' as const, labels: { ...legend.labels, usePointStyle: true } } }
  }
})
</script>

<template><div class="plot" aria-hidden="true"><Line :data="data" :options="options" /></div></template>

<style scoped>.plot { height: 260px; }</style>
