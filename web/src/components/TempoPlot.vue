<script setup lang="ts">
import { computed } from 'vue'
import { Line } from 'vue-chartjs'
import { CategoryScale, Chart, Legend, LinearScale, LineElement, PointElement, Tooltip } from 'chart.js'
import { useTheme } from 'vuetify'
import type { ProgressOf } from '../api/types'
import { lineLook, lineOptions, LINES, tickDate, together } from '../geometry/plots'

/** Tempi over time against their goals: each line has a point shape and a dash of its own; the goal is a thin line of the same kind. */
const props = defineProps<{ tempi: ProgressOf['tempi'] }>()
Chart.register(CategoryScale, Legend, LinearScale, LineElement, PointElement, Tooltip)
const theme = useTheme()
const data = computed(() => {
  const colors = theme.current.value.colors as Record<string, string>
  const shown = props.tempi.slice(0, LINES)
  const { days, values } = together(shown)
  const lines = shown.map((one, index) => ({ label: one.name, data: values[index]!, ...lineLook(index, colors) }))
  const goals = shown.flatMap((one, index) =>
    one.goal
      ? [
          {
            label: `goal ${one.goal}`,
            data: days.map(() => one.goal),
            borderColor: `${index % 2 ? colors.secondary : colors.primary}77`,
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
const options = computed(() => lineOptions(theme.current.value.dark, { suggestedMin: 40, grace: 4 }))
</script>

<template><div class="plot" aria-hidden="true"><Line :data="data" :options="options" /></div></template>

<style scoped>.plot { height: 260px; }</style>
