<script setup lang="ts">
import { computed } from 'vue'
import { Line } from 'vue-chartjs'
import { CategoryScale, Chart, Filler, Legend, LinearScale, LineElement, PointElement, Tooltip } from 'chart.js'
import { useTheme } from 'vuetify'
import type { Pupil } from '../api/types'
import { shortDate } from '../geometry/dates'
import { axes, tickDate } from '../geometry/plots'

/** How the path filled up, week by week: secure below, steady on top of it. The numbers stand in a table behind it. */
const props = defineProps<{ weeks: Pupil['progress'] }>()
Chart.register(CategoryScale, Filler, Legend, LinearScale, LineElement, PointElement, Tooltip)
Chart.defaults.font.family = "'Source Sans 3', sans-serif"
Chart.defaults.font.size = 13
const theme = useTheme()
const data = computed(() => {
  const { primary, secondary } = theme.current.value.colors as Record<string, string>
  const line = (label: string, values: number[], color: string, dash: number[]) => ({
    label,
    data: values,
    borderColor: color,
    backgroundColor: `${color}33`,
    fill: true,
    stepped: 'middle' as const,
    pointRadius: 2,
    borderWidth: 2,
    borderDash: dash
  })
  return {
    labels: props.weeks.map((week) => tickDate(week.on)),
    datasets: [
      line(
        'secure',
        props.weeks.map((week) => week.secure),
        primary!,
        []
      ),
      line(
        'secure or steady',
        props.weeks.map((week) => week.secure + week.steady),
        secondary!,
        [5, 3]
      )
    ]
  }
})
const options = computed(() => {
  const { axis, legend } = axes(theme.current.value.dark)
  return {
    responsive: true,
    maintainAspectRatio: false,
    animation: false as const,
    scales: { x: axis, y: { ...axis, beginAtZero: true, suggestedMax: 8 } },
    plugins: { legend }
  }
})
</script>

<template>
  <div>
    <div class="plot" aria-hidden="true"><Line :data="data" :options="options" /></div>
    <details class="small">
      <summary class="quiet">the numbers</summary>
      <table>
        <thead><tr><th>week to</th><th>started</th><th>steady</th><th>secure</th></tr></thead>
        <tbody>
          <tr v-for="week in weeks" :key="week.on">
            <td>{{ shortDate(week.on) }}</td>
            <td>{{ week.started }}</td>
            <td>{{ week.steady }}</td>
            <td>{{ week.secure }}</td>
          </tr>
        </tbody>
      </table>
    </details>
  </div>
</template>

<style scoped>
.plot { height: 200px; }
table { border-collapse: collapse; }
th, td { text-align: right; padding: 1px var(--room-3) 1px 0; font-weight: 400; }
th { font-style: italic; font-family: var(--v-font-heading); }
</style>
