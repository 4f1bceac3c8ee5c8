<script setup lang="ts">
import { computed } from 'vue'
import { Bar } from 'vue-chartjs'
import { BarElement, CategoryScale, Chart, Legend, LinearScale, LineElement, PointElement, Tooltip } from 'chart.js'
import { useTheme } from 'vuetify'
import { axes } from '../geometry/plots'

/** Bars, stacked or side by side, upright or lying; every series has a pattern of its own by its outline and filling. */
const props = defineProps<{
  labels: string[]
  series: { label: string; values: number[]; tone: 'moss' | 'moss-light' | 'fawn' | 'outline' }[]
  stacked?: boolean
  lying?: boolean
  height?: number
}>()
Chart.register(BarElement, CategoryScale, Legend, LinearScale, LineElement, PointElement, Tooltip)
Chart.defaults.font.family = "'Source Sans 3', sans-serif"
Chart.defaults.font.size = 13
const theme = useTheme()
const data = computed(() => {
  const { primary, secondary } = theme.current.value.colors as Record<string, string>
  const { ink } = axes(theme.current.value.dark)
  const fills = { moss: primary!, 'moss-light': `${primary}66`, fawn: `${secondary}99`, outline: 'transparent' }
  return {
    labels: props.labels,
    datasets: props.series.map((one) => ({
      label: one.label,
      data: one.values,
      backgroundColor: fills[one.tone],
      borderColor: one.tone === 'outline' ? `${ink}88` : one.tone === 'fawn' ? secondary! : primary!,
      borderWidth: 1.2
    }))
  }
})
const options = computed(() => {
  const { axis, legend } = axes(theme.current.value.dark)
  const [x, y] = [{ ...axis, stacked: props.stacked }, { ...axis, stacked: props.stacked, beginAtZero: true }]
  return {
    indexAxis: props.lying ? ('y' as const) : ('x' as const),
    responsive: true,
    maintainAspectRatio: false,
    animation: false as const,
    scales: { x, y: props.lying ? { ...y, ticks: { ...axis.ticks, maxTicksLimit: 20 } } : y },
    plugins: { legend }
  }
})
</script>

<template><div :style="{ height: `${height ?? 200}px` }" aria-hidden="true"><Bar :data="data" :options="options" /></div></template>
