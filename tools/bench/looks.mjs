import pg from 'pg'
import { signedIn } from './bench-page.mjs'
import { round } from './figures.mjs'

/**
 * Has one part of what a browser looks at on the server looked at anew, in a run that is kept to it:
 * milliseconds of that run, and what there is of the part for each component, by its path.
 */
async function timeOf({ url, database }, { table, path, only }) {
  const { browser, page } = await signedIn(url)
  const library = `${url}/api/libraries/tern`
  const ask = async (address) => (await page.request.get(address)).json()
  const look = async () => {
    const began = performance.now()
    await page.request.post(`${library}/evidence?only=${only}`, { headers: { origin: url } })
    for (;;) {
      const { run } = await ask(`${library}/evidence`)
      if (run.state !== 'waiting' && run.state !== 'running') return performance.now() - began
      await new Promise((resolve) => setTimeout(resolve, 100))
    }
  }
  const client = new pg.Client({ connectionString: database })
  try {
    await look()
    await client.connect()
    await client.query(`delete from ${table}`)
    const ms = await look()
    const found = []
    for (const { tag } of await ask(`${library}/shelf`))
      found.push(await ask(`${library}/components/${tag}/${path}`))
    return { ms, found }
  } finally {
    await client.end()
    await browser.close()
  }
}

async function accessible(at) {
  const { ms, found } = await timeOf(at, { table: 'told', path: 'accessible', only: 'told' })
  const situations = found.reduce((sum, { told }) => sum + told.length, 0)
  const pressed = found.reduce((sum, { told }) => sum + (told[0]?.pressed.length ?? 0), 0)
  return {
    name: 'accessible',
    value: round(ms / situations),
    unit: 'ms',
    aim: 2500,
    against: 'one component in one state',
    detail:
      `${round(ms / 1000)} s for ${found.length} components in ${situations} situations, ` +
      `${pressed} keys pressed`,
  }
}

async function states(at) {
  const { ms, found } = await timeOf(at, { table: 'charts', path: 'states', only: 'states' })
  const sum = (count) => found.reduce((total, { chart }) => total + count(chart), 0)
  const tried = sum((chart) => chart.tried)
  return {
    name: 'states',
    value: round(ms / found.length),
    unit: 'ms',
    aim: 6000,
    against: 'one component',
    detail:
      `${round(ms / 1000)} s for ${found.length} components: ${tried} acts tried, ` +
      `${sum((chart) => chart.states.length)} states and ${sum((chart) => chart.steps.length)} steps found`,
  }
}

async function looks(at) {
  const { ms, found } = await timeOf(at, { table: 'looks', path: 'looks', only: 'looks' })
  const variants = found.reduce((sum, { looks }) => sum + looks.variants.length, 0)
  const themes = Math.max(...found.map(({ looks }) => looks.themes.length))
  return {
    name: 'looks',
    value: round(ms / found.length),
    unit: 'ms',
    aim: 4000,
    against: 'one component',
    detail: `${round(ms / 1000)} s for ${found.length} components with ${variants} variants in ${themes} themes`,
  }
}

async function isolation(at) {
  const { ms, found } = await timeOf(at, { table: 'isolation', path: 'isolation', only: 'isolation' })
  const seen = found.flatMap((component) => component.isolation.seen)
  return {
    name: 'isolation',
    value: round(ms / found.length),
    unit: 'ms',
    aim: 2000,
    against: 'one component',
    detail:
      `${round(ms / 1000)} s for ${found.length} components in ${seen.length} situations, ` +
      `${seen.reduce((sum, { bleed }) => sum + bleed.into.length, 0)} pages`,
  }
}

const needs = { server: true, browser: true }
export const benchmarks = {
  accessible: { run: accessible, ...needs },
  states: { run: states, ...needs },
  looks: { run: looks, ...needs },
  isolation: { run: isolation, ...needs },
}
