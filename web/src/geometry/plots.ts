/** What plots share: colours of the theme and axes without boxes. */
export function axes(dark: boolean) {
  const ink = dark ? '#efe6d8' : '#33261b'
  const axis = { ticks: { color: ink, maxTicksLimit: 7, maxRotation: 0, precision: 0 }, grid: { color: `${ink}1c` }, border: { display: false } }
  return { ink, axis, legend: { labels: { color: ink, boxWidth: 22 } } }
}

/** "9 Mar" for 2026-03-09. */
export const tickDate = (iso: string): string => new Date(`${iso}T12:00:00`).toLocaleDateString('en-GB', { day: 'numeric', month: 'short' })

/** Several series over one time axis: all days that occur, and each series' value on them or null. */
export function together(series: { points: { on: string; tempo: number }[] }[]): { days: string[]; values: (number | null)[][] } {
  const days = [...new Set(series.flatMap((one) => one.points.map((point) => point.on)))].sort()
  return { days, values: series.map((one) => days.map((day) => one.points.filter((point) => point.on === day).at(-1)?.tempo ?? null)) }
}

const SHAPES = ['circle', 'rect', 'triangle', 'rectRot', 'star', 'cross'] as const
const DASHES = [[], [6, 3], [2, 3], [9, 3, 2, 3], [1, 4], [12, 4]]
/** So many lines can be told apart. */
export const LINES = SHAPES.length

/** How the lines of a plot look: each has a point shape and a dash of its own. colors: of the theme. */
export function lineLook(index: number, { primary, secondary }: Record<string, string>) {
  const color = (index % 2 ? secondary : primary)!
  return { borderColor: color, backgroundColor: color, spanGaps: true, pointStyle: SHAPES[index], pointRadius: 4, borderWidth: 2, borderDash: DASHES[index]! }
}

/** A plot of such lines. y: what its upright axis has besides. */
export function lineOptions<Y>(dark: boolean, y: Y) {
  const { axis, legend } = axes(dark)
  return {
    responsive: true,
    maintainAspectRatio: false,
    animation: false as const,
    scales: { x: axis, y: { ...axis, ...y } },
    plugins: { legend: { ...legend, position: 'bottom' as const, labels: { ...legend.labels, usePointStyle: true } } },
  }
}
