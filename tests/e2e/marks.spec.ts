import { readFileSync } from 'node:fs'
import { expect, test } from '@playwright/test'
import { bringIn, someone, world, type World } from '../world'

let at: World
test.beforeAll(async () => {
  at = await world({ EVIDENCE_MEGABYTES: '1100' })
})
test.afterAll(() => at.end())

type Kept = { mark: string; member: string; remark?: string }
const expected = JSON.parse(readFileSync('tests/fixtures/curlew/expected.json', 'utf8')) as Record<
  string,
  Record<string, string>
>

test('of each member it is said what a browser can show of it: what is seen, where, and what is not', async () => {
  test.setTimeout(300_000)
  const ines = await someone(at, 'ines')
  const library = {
    title: 'Curlew',
    slug: 'curlew',
    package: '@marram/curlew',
    prefix: 'c-',
    visibility: 'open',
  }
  expect((await ines('/api/libraries', { body: library })).status).toBe(200)
  await bringIn(
    ines,
    { 'src/marks.ts': readFileSync('tests/fixtures/curlew/src/marks.ts', 'utf8') },
    'curlew',
  )
  expect((await ines('/api/libraries/curlew/evidence', { method: 'POST' })).status).toBe(200)
  const told = async () => (await ines('/api/libraries/curlew/evidence')).body
  await expect.poll(async () => (await told()).run?.state, { timeout: 240_000 }).toBe('done')
  const { components } = (await told()) as { components: { tag: string; evidence: Kept[] | null }[] }
  const marks = Object.fromEntries(
    components.map(({ tag, evidence }) => [
      tag,
      Object.fromEntries(
        (evidence ?? [])
          .filter(({ member }) => expected[tag]?.[member] !== undefined)
          .map(({ member, mark, remark }) => [member, remark === undefined ? mark : `${mark}, remarked`]),
      ),
    ]),
  )
  expect(marks).toEqual({ ...expected, 'c-row-item': {} })
})
