// The application with hot reload, on the demo data: pages and server code are rebuilt as they change.
import { spawn } from 'node:child_process'
import { watch } from 'node:fs'
import { join } from 'node:path'
import { root, say } from './machine.mjs'
import { startPostgres } from './postgres.mjs'
import { seed, sessionSecret, setUp } from './setup.mjs'

await setUp({ build: false })
const { buildSides } = await import('./side-builds.mjs')
await buildSides()
const postgres = await startPostgres('demo')
const port = Number(process.env.PORT ?? 4310)
const env = {
  ...process.env,
  DATABASE_URL: postgres.url,
  PORT: String(port),
  PUBLIC_URL: `http://localhost:${port}`,
  PREVIEW_PORT: String(port + 1),
  PREVIEW_URL: `http://{frame}.localhost:${port + 1}`,
  SESSION_SECRET: sessionSecret(),
  DEMO: 'true',
  KEPT_SHELF_ROOT: root,
  LOG_LEVEL: 'info',
}
seed(env)
const nuxt = spawn(
  process.execPath,
  [join(root, 'node_modules/nuxt/bin/nuxt.mjs'), 'dev', '--port', String(port)],
  { cwd: root, env, stdio: 'inherit' },
)
let timer
for (const folder of ['core', 'frame', 'server']) {
  watch(join(root, folder), { recursive: true }, () => {
    clearTimeout(timer)
    timer = setTimeout(() => buildSides().catch((error) => say(error.message)), 200)
  })
}
const stop = async () => {
  nuxt.kill('SIGTERM')
  await postgres.stop()
  process.exit(0)
}
process.on('SIGINT', stop).on('SIGTERM', stop)
nuxt.on('exit', stop)
