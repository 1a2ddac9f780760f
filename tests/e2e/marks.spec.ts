import { readdirSync, readFileSync } from 'node:fs'
import { expect, test } from '@playwright/test'
import { bringIn, someone, world, type World } from '../world'

let at: World
test.beforeAll(async () => {
  at = await world()
})
test.afterAll(() => at.end())

type Marks = Record<string, Record<string, string>>
interface Kept {
  mark: string
  member: string
  remark?: string
}
interface Read {
  kind: string
  name: string
  known: string
  disagreements: unknown[]
}
const json = (path: string) => JSON.parse(readFileSync(path, 'utf8')) as Marks

/** Brings a library in and has the server try it; gives what is said of the members that are asked for. */
async function marksOf(slug: string, files: Record<string, string>, asked: Marks): Promise<Marks> {
  const ines = await someone(at, 'ines')
  const library = { title: slug, slug, package: `@marram/${slug}`, prefix: 'x-', visibility: 'open' }
  expect((await ines('/api/libraries', { body: library })).status).toBe(200)
  await bringIn(ines, files, slug)
  expect((await ines(`/api/libraries/${slug}/evidence?only=members`, { method: 'POST' })).status).toBe(200)
  const told = async () => (await ines(`/api/libraries/${slug}/evidence`)).body
  await expect.poll(async () => (await told()).run?.state, { timeout: 1_100_000 }).toBe('done')
  const { components } = (await told()) as { components: { tag: string; evidence: Kept[] | null }[] }
  const shelf = (await ines(`/api/libraries/${slug}/shelf`)).body as {
    tag: string
    contract: { members: Read[] }
  }[]
  return Object.fromEntries(
    Object.entries(asked).map(([tag, members]) => {
      const read = shelf.find((component) => component.tag === tag)?.contract.members ?? []
      const kept = components.find((component) => component.tag === tag)?.evidence ?? []
      return [tag, Object.fromEntries(Object.keys(members).map((key) => [key, saidOf(key, read, kept)]))]
    }),
  )
}

function saidOf(key: string, read: readonly Read[], kept: readonly Kept[]): string {
  const member = read.find(({ kind, name }) => `${kind}:${name}` === key)
  if (!member) return 'not read'
  if (member.known === 'comment') return 'comment alone'
  const evidence = kept.find((entry) => entry.member === key)
  return [
    evidence?.mark ?? 'no mark',
    ...(member.disagreements.length ? ['differs'] : []),
    ...(evidence?.remark === undefined ? [] : ['remarked']),
  ].join(', ')
}

const filesOf = (folder: string): Record<string, string> =>
  Object.fromEntries(
    readdirSync(folder, { recursive: true, encoding: 'utf8' })
      .filter((path) => path === 'package.json' || path.startsWith('src/'))
      .map((path) => [path, readFileSync(`${folder}/${path}`, 'utf8')]),
  )

test('of each member it is said what a browser can show of it: what is seen, where, and what is not', async () => {
  test.setTimeout(1_200_000)
  const due = json('tests/fixtures/curlew/expected.json')
  expect(await marksOf('curlew', filesOf('tests/fixtures/curlew'), due)).toEqual(due)
})

for (const style of ['elements', 'vue', 'react'])
  test(`rich components, ${style}: each flaw is found, and no true member is accused`, async () => {
    test.setTimeout(1_200_000)
    const due = (json('tests/fixtures/dunlin/due.json') as unknown as Record<string, Marks>)[style]!
    expect(await marksOf(`dunlin-${style}`, filesOf(`tests/fixtures/dunlin/${style}`), due)).toEqual(due)
  })
