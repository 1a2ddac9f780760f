import { execFileSync } from 'node:child_process'
import { noIconSettings } from '~~/core/icons/glyph'
import type { Failure } from '../auth/failure'
import { inChild, stopChildren } from './pool'

const source = (name: string) => [
  {
    path: `${name}.ts`,
    text: `export class X${name} extends HTMLElement {}\ncustomElements.define('x-${name}', X${name})`,
  },
]
const childIds = () =>
  execFileSync('pgrep', ['-P', String(process.pid), '-f', 'child.mjs'], { encoding: 'utf8' })
    .trim()
    .split('\n')
    .filter(Boolean)
    .map(Number)
afterAll(stopChildren)

test('tasks are done apart from this process, many at once, each answered by its own', async () => {
  const readings = await Promise.all(
    Array.from({ length: 12 }, (_, i) =>
      inChild('read', { files: source(`n${i}`), dependencies: undefined }, `library-${i % 4}`),
    ),
  )
  expect(readings.map((reading) => reading.contracts[0]!.tag)).toEqual(
    Array.from({ length: 12 }, (_, i) => `x-n${i}`),
  )
  expect(childIds().length).toBeGreaterThan(0)
  expect(childIds().length).toBeLessThanOrEqual(2)
}, 30_000)

test('what cannot be worked through is a problem, and the next task is done all the same', async () => {
  const input = {
    library: { name: 'x', license: 'MIT' },
    prefix: 'x-',
    version: '1.0.0',
    contracts: (await inChild('read', { files: source('a'), dependencies: undefined }, 'a-library'))
      .contracts,
    words: {},
    themes: [],
    licence: '',
    combinations: {},
    accessible: {},
    changelog: [],
    registry: '',
  }
  const icons = { settings: noIconSettings, sets: [], themes: [], prefix: 'x' }
  const broken = [{ path: 'a.ts', text: "import './lost'\nexport class Xa extends HTMLElement {}" }]
  await expect(inChild('package', { files: broken, input, icons }, 'a-library')).rejects.toMatchObject({
    status: 422,
    problems: [expect.objectContaining({ code: 'does-not-compile', where: { file: 'a.ts', line: 1 } })],
  })
  expect(
    (await inChild('read', { files: source('b'), dependencies: undefined }, 'a-library')).contracts,
  ).toHaveLength(1)
}, 30_000)

test('a child that dies fails its own task with a sentence; another takes the next', async () => {
  const many = Array.from({ length: 400 }, (_, i) => source(`n${i}`)[0]!)
  const going = inChild('read', { files: many, dependencies: undefined }, 'a-library').then(
    () => 'done',
    (error: Failure) => error.problems[0]!.what,
  )
  await new Promise((resolve) => setTimeout(resolve, 20))
  for (const id of childIds()) process.kill(id, 'SIGKILL')
  expect(['done', 'Working through the source needed more memory than it may have.']).toContain(await going)
  expect(
    (await inChild('read', { files: source('c'), dependencies: undefined }, 'a-library')).contracts[0]!.tag,
  ).toBe('x-c')
}, 30_000)

test('children that died while nobody used them lose no task', async () => {
  for (let round = 0; round < 2; round++) {
    await Promise.all(
      ['d', 'e'].map((name) => inChild('read', { files: source(name), dependencies: undefined }, name)),
    )
    for (const id of childIds()) process.kill(id, 'SIGKILL')
    // long enough for them to be gone, with no turn of the loop in which that could be heard
    Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 200)
    const both = await Promise.all(
      ['f', 'g'].map((name) => inChild('read', { files: source(name), dependencies: undefined }, name)),
    )
    expect(both.map((reading) => reading.contracts[0]!.tag)).toEqual(['x-f', 'x-g'])
  }
}, 60_000)

test('too much for one library is refused with a sentence, and another is served meanwhile', async () => {
  const slow = Array.from({ length: 300 }, (_, i) => source(`s${i}`)[0]!)
  const flood = Array.from({ length: 70 }, () =>
    inChild('read', { files: slow, dependencies: undefined }, 'flood').then(
      () => 'done',
      (error: Failure) => error.problems[0]!.code,
    ),
  )
  expect(await Promise.all(flood.slice(-9))).toEqual(Array(9).fill('too-much-at-once'))
  expect(
    (await inChild('read', { files: source('q'), dependencies: undefined }, 'quiet')).contracts,
  ).toHaveLength(1)
}, 60_000)
