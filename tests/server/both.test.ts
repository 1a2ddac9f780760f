import { bringArchive, codesOf, ended, newLibrary, someone, world, type Ask, type World } from '../world'
import { tgz } from '../fixtures/tgz'

let at: World
let ines: Ask
beforeAll(async () => {
  at = await world()
  ines = await someone(at, 'ines')
}, 60_000)
afterAll(() => at.end())

describe('a library that holds its source and what was built from it', () => {
  const element = (tag: string, text: string) =>
    `export class X extends HTMLElement { connectedCallback() { this.textContent = '${text}' } }\ncustomElements.define('${tag}', X)\n`
  const both = (from: string): Record<string, string> => ({
    'package.json': JSON.stringify({
      name: '@marram/both',
      version: '1.0.0',
      license: 'MIT',
      module: './dist/a.js',
    }),
    LICENSE: 'MIT',
    'src/a.js': `${from}${element('both-a', 'written')}`,
    'src/b.js': `${from}${element('both-b', 'written')}`,
    'dist/a.js': element('both-a', 'built'),
    'dist/b.js': element('both-b', 'built'),
  })
  const filesRead = async (slug: string) =>
    (await ines(`/api/libraries/${slug}/shelf`)).body.map(
      ({ contract }: { contract: { place: { file: string } } }) => contract.place.file,
    )

  test('is read from source; a person chooses otherwise, and back', async () => {
    const slug = 'both'
    await newLibrary(ines, slug)
    expect((await bringArchive(ines, slug, await tgz(both('')))).body.state).toBe('done')
    expect(await filesRead(slug)).toEqual(['src/a.js', 'src/b.js'])

    const choose = async (from: string | null) =>
      ended(ines, slug, await ines(`/api/libraries/${slug}/reading`, { method: 'PUT', body: { from } }))
    expect((await choose('built')).body.state).toBe('done')
    expect(await filesRead(slug)).toEqual(['dist/a.js', 'dist/b.js'])
    expect((await ines(`/api/libraries/${slug}`)).body.readFrom).toBe('built')
    expect((await choose(null)).body.state).toBe('done')
    expect(await filesRead(slug)).toEqual(['src/a.js', 'src/b.js'])
    expect((await choose('elsewhere')).status).toBe(422)
  }, 60_000)

  test('is read from what was built where its source cannot be built here, and says why', async () => {
    const slug = 'instead'
    await newLibrary(ines, slug)
    const told = await bringArchive(
      ines,
      slug,
      await tgz(both("import missing from './not-there'\nmissing()\n")),
    )
    expect(codesOf(told)[0]).toBe('built-instead')
    expect(await filesRead(slug)).toEqual(['dist/a.js', 'dist/b.js'])
  }, 60_000)
})
