// Benchmarks, each a ratio against a bare reference in the same run. Names on the command line choose; --json
// prints one object a line.
import { benchmarks as accuracy } from './bench/accuracy.mjs'
import { benchmarks as costs } from './bench/costs.mjs'
import { benchmarks as edits } from './bench/prop-edit.mjs'
import { benchmarks as looks } from './bench/looks.mjs'
import { benchmarks as pictures } from './bench/pictures.mjs'
import { benchmarks as reading } from './bench/reading-cost.mjs'
import { benchmarks as replays } from './bench/replays.mjs'
import { benchmarks as shelves } from './bench/shelves.mjs'
import { benchmarks as spreads } from './bench/spreads.mjs'
import { benchmarks as shows } from './bench/shown.mjs'
import { benchmarks as tarballs } from './bench/tarball.mjs'
import { freePort, say } from './machine.mjs'
import { startPostgres } from './postgres.mjs'
import { seed, setUp, startServer } from './setup.mjs'

const names = process.argv.slice(2).filter((text) => !text.startsWith('--'))
const json = process.argv.includes('--json')
/** What each runs with: `run` gives a figure, `server` and `browser` say what must be there. */
const benches = {
  ...costs,
  ...edits,
  ...tarballs,
  ...shelves,
  ...reading,
  ...accuracy,
  ...spreads,
  ...shows,
  ...replays,
  ...looks,
  ...pictures,
}
const wanted = Object.keys(benches).filter((key) => names.length === 0 || names.includes(key))
for (const name of names)
  if (!benches[name]) say(`There is no benchmark ${name}; there are ${Object.keys(benches).join(', ')}.`)

await setUp({ browser: wanted.some((text) => benches[text].browser) })
const needsServer = wanted.some((text) => benches[text].server)
const postgres = needsServer
  ? await startPostgres('bench', { fresh: true, settings: { fsync: 'off' } })
  : undefined
let server
let at
if (postgres) {
  const [port, previewPort] = [await freePort(), await freePort()]
  at = { port, url: `http://localhost:${port}`, preview: previewPort, database: postgres.url }
  const env = {
    DATABASE_URL: postgres.url,
    PORT: String(port),
    HOST: '127.0.0.1',
    PUBLIC_URL: at.url,
    PREVIEW_PORT: String(previewPort),
    PREVIEW_URL: `http://{frame}.localhost:${previewPort}`,
    SESSION_SECRET: 'for benchmarks only, for benchmarks only',
    DEMO: 'true',
  }
  seed(env)
  server = await startServer(env, { quiet: true })
}
try {
  for (const name of wanted) {
    const { higher, ...result } = await benches[name].run(at)
    const met = higher ? result.value >= result.aim : result.value <= result.aim
    if (json)
      console.log(
        JSON.stringify({
          name: result.name,
          value: result.value,
          unit: result.unit,
          aim: result.aim,
          met,
          against: result.against,
          detail: result.detail,
        }),
      )
    else
      console.log(
        `${result.name.padEnd(12)} ${String(result.value).padStart(7)}  aim ` +
          `${higher ? '≥' : '≤'} ${result.aim}  ${met ? 'met' : 'NOT MET'}  ${result.detail}`,
      )
  }
} finally {
  await server?.stop()
  await postgres?.stop()
}
process.exit(0)
