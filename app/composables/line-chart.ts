import type { Chart, ChartDataset } from 'chart.js'

/** Lines of a chart; told apart by their points and dashes, never by colour alone. */
export interface ChartLines {
  labels: string[]
  datasets: ChartDataset<'line', (number | null)[]>[]
  /** What is told upwards, with its unit, and the highest of it, where that is known. */
  upwards: string
  most?: number
  /** How a value is told to whoever pointShapes at it. */
  say?: (value: number) => string
}
const [dashes, points] = [
  [[], [6, 3], [2, 2], [8, 3, 2, 3]],
  ['circle', 'rectRot', 'triangle', 'rect', 'star', 'crossRot'] as const,
]

/** How the line of a number is drawn, so that it is told from its neighbours. */
export const lineLook = (i: number) => ({
  pointStyle: points[i % points.length]!,
  pointRadius: 5,
  borderWidth: 1.5,
  borderDash: dashes[i % dashes.length]!,
})

/** A colour of ours as it is now, for what is drawn past style sheets. */
export const ownColour = (name: string): string =>
  getComputedStyle(document.documentElement).getPropertyValue(name)

/** Draws lines on a canvas, in our hand, and anew whenever they change; nothing while there are none. */
export function useLineChart(
  drawing: Readonly<Ref<HTMLCanvasElement | null>>,
  lines: () => ChartLines | undefined,
) {
  let chart: Chart | undefined
  async function draw() {
    const drawn = lines()
    if (!drawing.value || !drawn) return
    const { Chart, CategoryScale, LinearScale, LineController, LineElement, PointElement, Legend, Tooltip } =
      await import('chart.js')
    Chart.register(CategoryScale, LinearScale, LineController, LineElement, PointElement, Legend, Tooltip)
    chart?.destroy()
    // it may have gone while that was loaded
    // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- changed while it was waited for
    if (!drawing.value) return
    Chart.defaults.color = ownColour('--ink')
    Chart.defaults.font.family = ownColour('--ui')
    const grid = { color: ownColour('--rule-soft') }
    const { labels, datasets, upwards, most, say = String } = drawn
    chart = new Chart(drawing.value, {
      type: 'line',
      data: { labels, datasets },
      options: {
        animation: false,
        maintainAspectRatio: false,
        scales: {
          y: {
            min: 0,
            ...(most === undefined ? {} : { max: most }),
            grid,
            title: { display: true, text: upwards },
          },
          x: { grid },
        },
        plugins: {
          legend: { position: 'right', labels: { usePointStyle: true } },
          tooltip: {
            callbacks: { label: ({ dataset, parsed }) => `${dataset.label}: ${say(parsed.y ?? 0)}` },
          },
        },
      },
    })
  }
  onMounted(() => void draw())
  watch(lines, () => void draw(), { flush: 'post' })
  onUnmounted(() => chart?.destroy())
}
