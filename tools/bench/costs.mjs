import { evidenceCost, memory } from './bench-page.mjs'
import { round } from './figures.mjs'
import { neighbour } from './neighbour.mjs'

async function evidence(at) {
  const { ms, members, components } = await evidenceCost(at)
  return {
    name: 'evidence',
    value: round(ms / members),
    unit: 'ms',
    aim: 400,
    against: 'one member',
    detail:
      `${round(ms / 1000)} s for ${members} members of ${components} components, the ` +
      'start of the browser counted',
  }
}

async function memoryFlat(at) {
  const { before, after, few, many } = await memory(at)
  const mb = (bytes) => `${round(bytes / 1e6)} MB`
  return {
    name: 'memory',
    value: round(Math.max(after / before, many / few)),
    unit: 'ratio',
    aim: 1.1,
    against: 'the same page a thousand edits earlier, and 99 components earlier',
    detail:
      `${mb(before)} and ${mb(after)} of the page's heap after a thousand edits more; ` +
      `${mb(few)} and ${mb(many)} after 99 components more`,
  }
}

async function neighbourly(at) {
  const { rest, found } = await neighbour(at)
  const worst = found.toSorted((a, b) => b.at99 - a.at99)[0]
  const detail = found
    .map(
      (flood) =>
        `${flood.name} (${flood.sent} sent): ${Math.round(flood.at99)} ms, half within ` +
        `${Math.round(flood.at50)}`,
    )
    .join('; ')
  return {
    name: 'neighbour',
    value: Math.round(worst.at99),
    unit: 'ms',
    aim: 300,
    against: `the same pages at rest: ${Math.round(rest)} ms`,
    detail:
      `99th percentile of another library's pages while one is flooded, the worst by ` +
      `${worst.name}; ${detail}; at rest ${Math.round(rest)} ms`,
  }
}

const needs = { server: true, browser: true }
export const benchmarks = {
  neighbour: { run: neighbourly, ...needs },
  evidence: { run: evidence, ...needs },
  memory: { run: memoryFlat, ...needs },
}
