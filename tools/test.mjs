// Types, lint, unit, server and browser tests, on ports and a database of their own. The last line counts
// them all.
import { spawn } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join, relative } from 'node:path'
import { stripVTControlCharacters } from 'node:util'
import { dataFolder, root, say } from './machine.mjs'
import { startPostgres } from './postgres.mjs'
import { keepKnownEvidence, seed, setUp } from './setup.mjs'

await setUp({ browser: true })
const only = process.argv.slice(2).filter((text) => !text.startsWith('-'))
const wanted = (name) => only.length === 0 || only.includes(name)
let passed = 0
let failed = 0
const bin = (name) => join(root, 'node_modules/.bin', name)
/** What is running just now, each a process group of its own, so that all of it can be ended. */
const running = new Set()
/** Runs a command; what it says is told as it goes, or, `atOnce`, when it has ended: others run beside it. */
const run = async (title, command, args, { env = {}, atOnce = false } = {}) => {
  if (!atOnce) say(`\n— ${title}`)
  const began = Date.now()
  const child = spawn(command, args, {
    cwd: root,
    stdio: atOnce ? ['ignore', 'pipe', 'pipe'] : ['ignore', 2, 2],
    env: { ...process.env, ...env },
    detached: true,
  })
  running.add(child)
  const said = []
  for (const stream of [child.stdout, child.stderr]) stream?.on('data', (piece) => said.push(piece))
  const status = await new Promise((resolve) => child.once('close', resolve).once('error', () => resolve(1)))
  running.delete(child)
  if (atOnce) say(`\n— ${title}\n${Buffer.concat(said).toString()}`)
  say(`  ${title}: ${status === 0 ? 'passed' : 'FAILED'} in ${Math.round((Date.now() - began) / 1000)} s`)
  return status === 0
}
let postgres
let leaving = false
/** Interrupted: what runs is ended with all that it started, and nothing of it stays. */
async function leave() {
  if (leaving) return
  leaving = true
  for (const signal of ['SIGTERM', 'SIGKILL']) {
    const ending = [...running].map((child) => new Promise((resolve) => child.once('exit', resolve)))
    for (const { pid } of running)
      try {
        if (pid) process.kill(-pid, signal)
      } catch {
        /* it has ended */
      }
    if (signal === 'SIGTERM')
      await Promise.race([Promise.all(ending), new Promise((resolve) => setTimeout(resolve, 4000))])
  }
  await postgres?.stop('SIGQUIT')
  if (postgres?.folder) rmSync(postgres.folder, { recursive: true, force: true })
  process.exit(130)
}
process.on('SIGINT', leave).on('SIGTERM', leave)
const results = (name) => join(dataFolder, `${name}.json`)
const readJson = (file) => (existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : undefined)
/** What failed is told once more at the end, where it is found. */
const told = []
const tell = (title, message) =>
  told.push(
    `✘ ${title}\n${stripVTControlCharacters(message ?? '')
      .split('\n')
      .slice(0, 24)
      .map((line) => `    ${line}`)
      .join('\n')}`,
  )
/** A step that is one thing, done or not: types of a project, format, lint. */
async function runStep(title, command, args) {
  if (await run(title, bin(command), args, { atOnce: true })) passed++
  else {
    failed++
    tell(title, `what it said stands above, at “— ${title}”`)
  }
}
const specsOf = (suite) => [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(specsOf)]
async function jest(project, env = {}, more = []) {
  const file = results(`jest-${project}`)
  rmSync(file, { force: true })
  const ok = await run(
    `${project} tests`,
    bin('jest'),
    [
      ...['--selectProjects', project, '--json', '--outputFile', file, '--silent', '--testTimeout=60000'],
      ...['--maxWorkers=2', ...more],
    ],
    { env },
  )
  const found = readJson(file)
  passed += found?.numPassedTests ?? 0
  failed += found?.numFailedTests ?? 0
  for (const suite of found?.testResults ?? []) {
    if (suite.status === 'failed' && suite.assertionResults.length === 0) tell(suite.name, suite.message)
    for (const assertionResult of suite.assertionResults)
      if (assertionResult.status === 'failed')
        tell(`${relative(root, suite.name)}: ${assertionResult.fullName}`, assertionResult.failureMessages[0])
  }
  // a suite that could not even begin counts as one failure
  if (!ok && !found?.numFailedTests) failed++
}

mkdirSync(dataFolder, { recursive: true })
async function checkTypes() {
  await runStep('types of the application', 'vue-tsc', ['--noEmit', '-p', 'tsconfig.check.json'])
  for (const project of ['tsconfig.core.json', 'frame/tsconfig.json', 'demo/tern/tsconfig.json'])
    await runStep(`types by ${project}`, 'tsc', ['-p', project])
}
async function checkText() {
  await runStep('format', 'prettier', ['--check', '--log-level', 'warn', '.'])
  await runStep('lint', 'eslint', ['.', '--max-warnings', '0'])
}
if (wanted('types') || wanted('lint')) {
  await runStep('types', 'nuxt', ['prepare', '--logLevel', 'silent'])
  await Promise.all([wanted('types') && checkTypes(), wanted('lint') && checkText()])
}
if (wanted('unit')) await jest('unit')

if (wanted('server') || wanted('e2e')) {
  // nothing in it is worth keeping: no waiting for the disk
  postgres = await startPostgres('test', {
    fresh: true,
    settings: { fsync: 'off', synchronous_commit: 'off', full_page_writes: 'off' },
  })
  try {
    const seeded = new URL(postgres.url)
    const began = Date.now()
    seed({ DATABASE_URL: seeded.href, DEMO: 'true', PUBLIC_URL: 'http://seed.test' })
    say(`  seeded in ${Math.round((Date.now() - began) / 1000)} s`)
    const env = { TEST_DATABASE_URL: seeded.href }
    if (wanted('server'))
      await jest('server', env, [
        '--forceExit',
        ...process.argv
          .slice(2)
          .filter((text) => text.startsWith('--server='))
          .map((text) => text.slice(9)),
      ])
    if (wanted('e2e')) {
      keepKnownEvidence({ DATABASE_URL: seeded.href })
      for (const project of ['people', 'clock']) {
        const file = results(`playwright-${project}`)
        rmSync(file, { force: true })
        const ok = await run(
          `browser tests, ${project}`,
          bin('playwright'),
          [
            'test',
            `--project=${project}`,
            '--pass-with-no-tests',
            ...process.argv
              .slice(2)
              .filter((text) => text.startsWith('--e2e='))
              .map((text) => text.slice(6)),
          ],
          { env: { ...env, PLAYWRIGHT_JSON_OUTPUT_NAME: file } },
        )
        const found = readJson(file)
        const stats = found?.stats
        for (const spec of (found?.suites ?? []).flatMap(specsOf))
          if (!spec.ok)
            tell(
              `${spec.file}: ${spec.title}`,
              spec.tests.flatMap((test) =>
                test.results.flatMap((result) => result.errors.map((error) => error.message)),
              )[0],
            )
        passed += (stats?.expected ?? 0) + (stats?.flaky ?? 0)
        failed += stats?.unexpected ?? 0
        if (!ok && !stats?.unexpected) failed++
      }
    }
  } finally {
    await postgres.stop()
    if (postgres.folder) rmSync(postgres.folder, { recursive: true, force: true })
  }
}
if (told.length) say(`\n— what failed\n${told.join('\n')}\n`)
console.log(`${passed} passed, ${failed} failed`)
process.exit(failed === 0 && passed > 0 ? 0 : 1)
