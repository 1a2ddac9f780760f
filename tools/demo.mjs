import { rmSync } from 'node:fs'
import { join } from 'node:path'
import { dataFolder, say } from './machine.mjs'
import { startPostgres } from './postgres.mjs'
import { seed, sessionSecret, setUp, startServer } from './setup.mjs'

await setUp({ browser: true })
const fresh = process.argv.includes('--fresh')
if (fresh) rmSync(join(dataFolder, 'session.secret'), { force: true })
const port = Number(process.env.PORT ?? 4310)
const previewPort = Number(process.env.PREVIEW_PORT ?? port + 1)
const postgres = await startPostgres('demo', { fresh })
const env = {
  DATABASE_URL: postgres.url,
  PORT: String(port),
  HOST: '127.0.0.1',
  PUBLIC_URL: process.env.PUBLIC_URL ?? `http://localhost:${port}`,
  PREVIEW_PORT: String(previewPort),
  PREVIEW_URL: process.env.PREVIEW_URL ?? `http://{frame}.localhost:${previewPort}`,
  SESSION_SECRET: sessionSecret(),
  DEMO: 'true',
}
say('Laying out the demo library …')
seed(env)
const server = await startServer(env)
let stopping = false
const stop = async () => {
  if (stopping) return
  stopping = true
  await server.stop()
  await postgres.stop()
  process.exit(0)
}
process.on('SIGINT', stop).on('SIGTERM', stop)
server.process.on('exit', stop)

const { demo } = await (await fetch(`${env.PUBLIC_URL}/api/me`)).json()
console.log(`
Kept Shelf is at ${env.PUBLIC_URL}

Sign in as
${demo.map((entry) => `  ${entry.email.padEnd(24)} ${entry.password.padEnd(20)} ${entry.name}, ${entry.role}`).join('\n')}

The registry is at ${env.PUBLIC_URL}/registry/
  npm config set --location=project @marram:registry=${env.PUBLIC_URL}/registry/
  npm install @marram/tern

Ctrl-C stops it. The data stays in .data/; npm run demo -- --fresh begins anew.`)
