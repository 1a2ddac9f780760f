import { Graph, layout, type EdgeLabel, type GraphLabel, type NodeLabel, type Point } from '@dagrejs/dagre'
import { sayStep, type Chart } from '~~/core/states/chart'

/** Where the states of a chart stand, in CSS pixels from its corner, and how the lines between them run. */
export interface ChartLayout {
  width: number
  height: number
  places: Map<number, Point>
  lines: { from: number; to: number; says: string[]; path: string; label: Point }[]
}

/** Of what is drawn, in CSS pixels. */
export const chartSizes = {
  station: { width: 212, height: 148 },
  label: { width: 132, height: 34 },
}

/** Steps with the same ends are one line, with all that leads along it. */
function linesOf({ steps }: Chart): { from: number; to: number; says: string[] }[] {
  const lines = new Map<string, { from: number; to: number; says: string[] }>()
  for (const step of steps) {
    const key = `${step.from} ${step.to}`
    const line = lines.get(key) ?? { from: step.from, to: step.to, says: [] }
    line.says.push(sayStep(step))
    lines.set(key, line)
  }
  return [...lines.values()]
}

/** A line through points that does not break at any of them. */
function pathThrough(points: readonly Point[]): string {
  const [first, ...rest] = points
  const at = ({ x, y }: Point) => `${x.toFixed(1)} ${y.toFixed(1)}`
  const middle = (a: Point, b: Point): Point => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 })
  const bends = rest
    .slice(0, -1)
    .map(
      (point, i) =>
        `Q ${at(point)} ${at(i === rest.length - 2 ? rest.at(-1)! : middle(point, rest[i + 1]!))}`,
    )
  // a line that ends in a bend has its end, and the way its arrow points, by that
  return [`M ${at(first!)}`, ...(bends.length ? bends : [`L ${at(rest.at(-1)!)}`])].join(' ')
}

/** Puts the states of a chart in order, from how the component stands by itself to what is furthest from that. */
export function layOut(chart: Chart): ChartLayout {
  const graph = new Graph<GraphLabel, NodeLabel, EdgeLabel>({ multigraph: false })
  graph.setGraph({ rankdir: 'LR', nodesep: 26, ranksep: 24, edgesep: 10, marginx: 4, marginy: 6 })
  for (const { id } of chart.states) graph.setNode(String(id), { ...chartSizes.station })
  const lines = linesOf(chart)
  for (const { from, to } of lines)
    graph.setEdge(String(from), String(to), { ...chartSizes.label, labelpos: 'c' })
  layout(graph)
  const { width = 0, height = 0 } = graph.graph()
  return {
    width,
    height,
    places: new Map(
      chart.states.map(({ id }) => {
        const { x, y } = graph.node(String(id)) as Point
        return [id, { x: x - chartSizes.station.width / 2, y: y - chartSizes.station.height / 2 }]
      }),
    ),
    lines: lines.map((line) => {
      const edge = graph.edge(String(line.from), String(line.to)) as Point & { points: Point[] }
      return { ...line, path: pathThrough(edge.points), label: { x: edge.x, y: edge.y } }
    }),
  }
}
