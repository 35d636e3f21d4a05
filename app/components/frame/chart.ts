import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  Filler,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  LogarithmicScale,
  PointElement,
  ScatterController,
  Tooltip,
  type ChartOptions,
} from 'chart.js'
import annotation from 'chartjs-plugin-annotation'

Chart.register(
  BarController,
  BarElement,
  CategoryScale,
  LineController,
  ScatterController,
  LineElement,
  PointElement,
  LinearScale,
  LogarithmicScale,
  Filler,
  Legend,
  Tooltip,
  annotation,
)

/** Colours of the page as it is now, for a canvas that cannot read them itself. */
export function inks(): {
  text: string
  rule: string
  primary: string
  stop: string
  caution: string
  clear: string
} {
  const style = getComputedStyle(document.documentElement)
  const ink = (name: string): string => style.getPropertyValue(name).trim()
  return {
    text: ink('--ui-text'),
    rule: ink('--rule'),
    primary: ink('--ui-primary'),
    stop: ink('--level-stop'),
    caution: ink('--level-caution'),
    clear: ink('--level-clear'),
  }
}

/** A level line with its words, in the colour of a limit. */
export const limitLine = (value: number, label: string, color: string, decides = true) => ({
  type: 'line' as const,
  yMin: value,
  yMax: value,
  borderColor: color,
  borderWidth: decides ? 2.5 : 1.2,
  borderDash: decides ? [] : [5, 4],
  label: {
    display: true,
    content: label,
    position: 'end' as const,
    color,
    backgroundColor: 'transparent',
    font: { size: 12, weight: decides ? ('bold' as const) : ('normal' as const) },
    yAdjust: -9,
  },
})

type Axis = {
  title: string
  log?: boolean
  tick?: (value: number) => string
  min?: number
  max?: number
}
/** Options that every chart here shares. */
export function chartOptions(
  x: Axis,
  y: Axis,
  annotations: Record<string, object>,
  legend = false,
): ChartOptions<'line'> & ChartOptions<'scatter'> {
  const { text, rule } = inks()
  const axis = (of: Axis) => ({
    type: of.log ? ('logarithmic' as const) : ('linear' as const),
    min: of.min,
    max: of.max,
    title: { display: true, text: of.title, color: text },
    grid: { color: rule },
    ticks: {
      color: text,
      ...(of.tick && { callback: (value: string | number) => of.tick!(Number(value)) }),
    },
  })
  return {
    responsive: true,
    maintainAspectRatio: false,
    animation: false,
    scales: { x: axis(x), y: axis(y) },
    plugins: {
      legend: { display: legend, labels: { color: text } },
      annotation: { annotations: annotations as never },
    },
  } as ChartOptions<'line'> & ChartOptions<'scatter'>
}
