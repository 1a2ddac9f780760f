import { execFileSync } from 'node:child_process'
import { root } from '../machine.mjs'
import { round } from './figures.mjs'
import { plainSite } from './plain-site.mjs'
import { spread } from './spread.mjs'

let spreadOnce

const spreading = async (at) => (spreadOnce ??= spread(at, await plainSite()))

async function spread200(at) {
  const { ours, bare } = await spreading(at)
  return {
    name: 'spread-200',
    value: round(ours / bare),
    unit: 'ratio',
    aim: 1.5,
    against: 'the same two hundred elements on a plain page',
    detail:
      `${round(ours)} ms from asking for two hundred cells to all of them painted, ` +
      `${round(bare)} ms on a plain page`,
  }
}

async function spreadScroll(at) {
  const { longest } = await spreading(at)
  return {
    name: 'spread-scroll',
    value: round(longest),
    unit: 'ms',
    aim: 50,
    against: 'a task that nobody notices',
    detail:
      'the longest task of the page or of the frame while a spread of two hundred cells is ' +
      'scrolled; tasks under 50 ms are not told by the browser and count as 0',
  }
}

async function covering() {
  const { found, twenty } = JSON.parse(
    execFileSync(process.execPath, [`${root}/.build/covering.mjs`], { cwd: root, encoding: 'utf8' }),
  )
  const worst = Math.max(...found.map((entry) => entry.rows / entry.best))
  return {
    name: 'covering',
    value: round(worst),
    unit: 'ratio',
    aim: 1.15,
    against: 'the smallest sets known of published models',
    detail:
      `${found.map((entry) => `${entry.name}: ${entry.rows} of ${entry.best}`).join('; ')}; ` +
      `20 props of 4 values in ${round(twenty)} ms`,
  }
}

export const benchmarks = {
  covering: { run: covering },
  'spread-200': { run: spread200, server: true, browser: true },
  'spread-scroll': { run: spreadScroll, server: true, browser: true },
}
