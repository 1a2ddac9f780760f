import { personByEmail, setRole } from '~~/server/store/people'
import { changeRole } from '~~/server/store/staff'
import { themesOf } from '~~/server/store/themes'
import { editToken, latestEdits, replaceFile, undoEdit } from '~~/server/store/token-edits'
import { nameWidth, widthsOf } from '~~/server/store/widths'
import { valueAt } from '~~/core/tokens/document'
import { wordsHistory, writeWords } from '~~/server/store/words'
import { componentByTag } from '~~/server/store/components'
import { ternStore, type TernStore } from '../store'

let { at, db, library, ines, end } = {} as TernStore
beforeAll(async () => {
  ;({ at, db, library, ines, end } = await ternStore())
}, 60_000)
afterAll(() => end())

describe('constraints carry the invariants', () => {
  test.each([
    [
      'a second base theme',
      "insert into themes (library_id, name, title, document) select id, 'other', 'Other', '{}' " +
        "from libraries where slug = 'tern'",
      'themes_one_base',
    ],
    [
      'a theme built on itself',
      "insert into themes (library_id, name, title, document, built_on) select id, 'self', " +
        "'Self', '{}', 'self' from libraries where slug = 'tern'",
      'check',
    ],
    [
      'a second face',
      "insert into examples (component_id, name, usage, face) select component_id, 'More', " +
        "'{}', true from examples where face limit 1",
      'examples_one_face',
    ],
    [
      'a path that climbs out',
      "insert into revision_files (revision_id, path, hash) select revision_id, '../x', hash " +
        'from revision_files limit 1',
      'check',
    ],
    [
      'an absolute path',
      "insert into revision_files (revision_id, path, hash) select revision_id, '/x', hash from " +
        'revision_files limit 1',
      'check',
    ],
    ['a hash that is none', "insert into blobs (hash, content) values ('abc', '')", 'check'],
    [
      'a component twice',
      'insert into components (library_id, tag) select library_id, tag from components limit 1',
      'components_tag',
    ],
    [
      'a release without sha512',
      'insert into releases (library_id, version, channel, notes, manifest, contracts, tokens, ' +
        'tarball, integrity, shasum, unpacked_size, file_count, made_via) select library_id, ' +
        "'9.9.9', channel, '', manifest, contracts, tokens, tarball, 'sha1-x', shasum, 1, 1, " +
        "'desk' from releases limit 1",
      'check',
    ],
    [
      'a token that may do nothing',
      "insert into registry_tokens (person_id, name, hash, scopes) select id, 'x', repeat('a', " +
        "64), '{}' from people limit 1",
      'check',
    ],
    [
      'a token that may do anything',
      "insert into registry_tokens (person_id, name, hash, scopes) select id, 'x', repeat('a', " +
        "64), '{everything}' from people limit 1",
      'check',
    ],
    ['a role we do not know', "update roles set role = 'owner'", 'check'],
    [
      'a person with the same address',
      "insert into people (name, email, password) values ('Other', 'ines@marram.example', 'x')",
      'people_email',
    ],
    ['half a build', 'update component_builds set entry = null where entry is not null', 'check'],
  ])('%s is refused', async (_what, text, by) => {
    await expect(at.sql(text)).rejects.toMatchObject({
      message: expect.stringContaining(by === 'check' ? 'violates check constraint' : by),
    })
  })
})

test('of twenty writing the same words at the same moment one writes, and all that was written is kept', async () => {
  const component = (await componentByTag(db, library, 'tern-ticket'))!.id
  for (let revision = 0; revision < 3; revision++) {
    const outcomes = await Promise.all(
      Array.from({ length: 20 }, (_, i) =>
        writeWords(db, component, 'prop:berth', `${revision}.${i}`, revision, ines),
      ),
    )
    expect(outcomes.filter((outcome) => outcome.written)).toHaveLength(1)
    const winner = outcomes.find((outcome) => outcome.written) as { words: { text: string } }
    for (const outcome of outcomes) if (!outcome.written) expect(outcome.theirs!.text).toBe(winner.words.text)
  }
  expect((await wordsHistory(db, component, 'prop:berth')).map((words) => words.revision)).toEqual([3, 2, 1])
})

test(
  'an edit of a token is over what was seen there, is taken back by its number, and leaves ' +
    'other edits alone',
  async () => {
    const tern = { id: library, slug: 'tern' }
    const theme = async () => (await themesOf(db, library)).find((theme) => theme.name === 'nightwatch')!
    const first = await theme()
    const edit = (path: string, seen: unknown, next: unknown) =>
      editToken(db, tern, { theme: 'nightwatch', path }, { seen, next }, ines)
    const made = async (path: string, seen: unknown, next: unknown) => {
      const edited = await edit(path, seen, next)
      if (!edited.written) throw new Error('It was not written.')
      return edited.id
    }
    const [value, two] = [await made('one', null, '#111'), await made('two', null, '#222')]
    // begun from what is no longer there
    expect(await edit('one', null, '#333')).toEqual({ written: false, theirs: '#111' })
    expect((await latestEdits(db, library)).slice(0, 2).map((known) => known.path)).toEqual(['two', 'one'])
    // one's own is taken back, whatever came after it elsewhere
    expect(await undoEdit(db, tern, value, true, ines)).toEqual({
      is: 'undone',
      theme: 'nightwatch',
      path: 'one',
    })
    expect(Object.keys((await theme()).document)).toContain('two')
    const again = await made('two', '#222', '#444')
    expect(await undoEdit(db, tern, two, true, ines)).toEqual({ is: 'changed', theirs: '#444' })
    expect(await undoEdit(db, tern, again, true, ines)).toMatchObject({ is: 'undone' })
    expect(await undoEdit(db, tern, two, true, ines)).toMatchObject({ is: 'undone' })
    expect((await theme()).document).toEqual(first.document)
    expect(await undoEdit(db, tern, two, true, ines)).toEqual({ is: 'none' })
    const acts = (
      await at.sql<{ act: string; detail: { edit: string } }>(
        'select act, detail from audit order by id desc limit 3',
      )
    ).map((row) => `${row.act} ${row.detail.edit}`)
    expect(acts).toEqual([
      `token edit taken back ${two}`,
      `token edit taken back ${again}`,
      `token changed ${again}`,
    ])
  },
)

test('a whole file is taken back by whoever may bring one in, and only while nothing came after it', async () => {
  const tern = { id: library, slug: 'tern' }
  const before = (await themesOf(db, library)).find((known) => known.name === 'nightwatch')!
  const replaced = await replaceFile(db, tern, 'nightwatch', {}, before.revision, ines)
  if (!replaced.written) throw new Error('It was not written.')
  expect(await replaceFile(db, tern, 'nightwatch', {}, before.revision, ines)).toMatchObject({
    written: false,
  })
  expect(await undoEdit(db, tern, replaced.id, false, ines)).toEqual({ is: 'file' })
  const later = await editToken(db, tern, { theme: 'nightwatch', path: 'new' }, { seen: null, next: 1 }, ines)
  expect(await undoEdit(db, tern, replaced.id, true, ines)).toMatchObject({ is: 'changed' })
  expect(later.written && (await undoEdit(db, tern, later.id, true, ines))).toMatchObject({ is: 'undone' })
  expect(await undoEdit(db, tern, replaced.id, true, ines)).toMatchObject({ is: 'undone' })
  expect((await themesOf(db, library)).find((known) => known.name === 'nightwatch')!.document).toEqual(
    before.document,
  )
})

test(`fifty who change one cell from the same value: one writes, and the others are told what stands there`, async () => {
  const outcomes = await Promise.all(
    Array.from({ length: 50 }, (_, i) =>
      editToken(
        db,
        { id: library, slug: 'tern' },
        { theme: 'daywatch', path: 'race' },
        { seen: null, next: i },
        ines,
      ),
    ),
  )
  const [winner] = outcomes.filter((outcome) => outcome.written)
  expect(outcomes.filter((outcome) => outcome.written)).toHaveLength(1)
  expect(winner).toBeDefined()
  const stands = valueAt(
    (await themesOf(db, library)).find((known) => known.name === 'daywatch')!.document,
    'race',
  )
  for (const outcome of outcomes) if (!outcome.written) expect(outcome.theirs).toBe(stands)
  await at.sql("update themes set document = (document::jsonb - 'race')::json where name = 'daywatch'")
})

test('of two maintainers who leave at the same moment one stays', async () => {
  const tobias = (await personByEmail(db, 'tobias@marram.example'))!.id
  const tern = { id: library, slug: 'tern' }
  for (let round = 0; round < 8; round++) {
    await setRole(db, library, ines, 'maintainer')
    await setRole(db, library, tobias, 'maintainer')
    const left = await Promise.all([
      changeRole(db, tern, ines, 'reader', ines),
      changeRole(db, tern, tobias, null, tobias),
    ])
    expect(left.toSorted()).toEqual(['changed', 'last'])
  }
  await setRole(db, library, ines, 'maintainer')
  await setRole(db, library, tobias, 'contributor')
})

test('names of widths are counted where they are written: of thirty at once as many stay as may', async () => {
  const named = await Promise.all(
    Array.from({ length: 30 }, (_, i) =>
      nameWidth(db, { id: library, slug: 'tern' }, `width ${i}`, 100 + i, ines, 24),
    ),
  )
  expect(named.filter(Boolean)).toHaveLength(24)
  expect(await widthsOf(db, library)).toHaveLength(24)
  await at.sql('delete from widths')
})
