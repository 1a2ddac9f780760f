import { existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

// an address where nobody listens: what matters here is who waits for whom, not what comes
const folder = mkdtempSync(join(tmpdir(), 'kept-shelf-work-'))
process.env.WORK_FOLDER = folder
process.env.PACKAGE_REGISTRY = 'http://127.0.0.1:9/'
afterAll(() => rmSync(folder, { recursive: true, force: true }))
const going = (answers: boolean[]) => {
  let asked = 0
  return { asked: () => asked, go: async () => answers[Math.min(asked++, answers.length - 1)]! }
}

test('nothing wanted, nothing installed', async () => {
  const { installDependencies } = await import('./dependencies')
  expect(await installDependencies({}, async () => true)).toEqual({
    folder: undefined,
    problems: [],
    stopped: false,
  })
})
test('two that want the same wait for one; where that one is cancelled, the other goes on by itself', async () => {
  const { installDependencies } = await import('./dependencies')
  const packages = { 'no-such-ferry': '1.0.0' }
  const cancelled = going([false])
  const other = going([true, true, true, true, false])
  const [first, second] = await Promise.all([
    installDependencies(packages, cancelled.go),
    installDependencies(packages, other.go),
  ])
  expect(first).toEqual({ folder: undefined, problems: [], stopped: true })
  expect(second.stopped).toBe(true)
  // it was asked while it waited, and again by its own installing
  expect(other.asked()).toBeGreaterThan(2)
  expect(existsSync(join(folder, 'dependencies')) ? readdirSync(join(folder, 'dependencies')) : []).toEqual(
    [],
  )
}, 30_000)
