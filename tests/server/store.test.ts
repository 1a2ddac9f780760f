import type { Knex } from 'knex'
import { openStore } from '~~/server/store/database'
import { addJob, endJob, stepJob } from '~~/server/store/jobs'
import { libraryBySlug, librariesFor } from '~~/server/store/libraries'
import { personByEmail, roleOf, setRole } from '~~/server/store/people'
import { addToken, bearer, revokeToken } from '~~/server/store/registry-tokens'
import { addRelease, channelsOf, packageStamp, releasesOf } from '~~/server/store/releases'
import { addRevision, filesByHash, keepFiles, sourceFile, sourcePaths } from '~~/server/store/sources'
import { editTokens, latestEdits, themesOf, undoTokens } from '~~/server/store/themes'
import { wordsHistory, writeWords } from '~~/server/store/words'
import { componentByTag } from '~~/server/store/components'
import { world, type World } from '../world'

let at: World
let db: Knex
let library: string
let ines: string
beforeAll(async () => {
  at = await world()
  db = openStore(at.databaseUrl, 12)
  library = (await libraryBySlug(db, 'tern'))!.id
  ines = (await personByEmail(db, 'INES@marram.example'))!.id
}, 60_000)
afterAll(async () => {
  await db.destroy()
  await at.end()
})

describe('constraints carry the invariants', () => {
  test.each([
    ['a second base theme', "insert into themes (library_id, name, title, document) select id, 'other', 'Other', '{}' from libraries where slug = 'tern'", 'themes_one_base'],
    ['a theme built on itself', "insert into themes (library_id, name, title, document, built_on) select id, 'self', 'Self', '{}', 'self' from libraries where slug = 'tern'", 'check'],
    ['a second face', "insert into examples (component_id, name, usage, face) select component_id, 'More', '{}', true from examples where face limit 1", 'examples_one_face'],
    ['a path that climbs out', "insert into revision_files (revision_id, path, hash) select revision_id, '../x', hash from revision_files limit 1", 'check'],
    ['an absolute path', "insert into revision_files (revision_id, path, hash) select revision_id, '/x', hash from revision_files limit 1", 'check'],
    ['a hash that is none', "insert into blobs (hash, content) values ('abc', '')", 'check'],
    ['a component twice', "insert into components (library_id, tag) select library_id, tag from components limit 1", 'components_tag'],
    ['a release without sha512', "insert into releases (library_id, version, channel, notes, manifest, contracts, tokens, tarball, integrity, shasum, unpacked_size, file_count, made_via) select library_id, '9.9.9', channel, '', manifest, contracts, tokens, tarball, 'sha1-x', shasum, 1, 1, 'desk' from releases limit 1", 'check'],
    ['a token that may do nothing', "insert into registry_tokens (person_id, name, hash, scopes) select id, 'x', repeat('a', 64), '{}' from people limit 1", 'check'],
    ['a token that may do anything', "insert into registry_tokens (person_id, name, hash, scopes) select id, 'x', repeat('a', 64), '{everything}' from people limit 1", 'check'],
    ['a role we do not know', "update roles set role = 'owner'", 'check'],
    ['a person with the same address', "insert into people (name, email, password) values ('Other', 'ines@marram.example', 'x')", 'people_email'],
    ['half a build', "update component_builds set entry = null where entry is not null", 'check'],
  ])('%s is refused', async (_what, text, by) => {
    await expect(at.sql(text)).rejects.toMatchObject({ message: expect.stringContaining(by === 'check' ? 'violates check constraint' : by) })
  })
})

test('of twenty writing the same words at the same moment one writes, and all that was written is kept', async () => {
  const component = (await componentByTag(db, library, 'tern-ticket'))!.id
  for (let revision = 0; revision < 3; revision++) {
    const outcomes = await Promise.all(Array.from({ length: 20 }, (_, i) => writeWords(db, component, 'prop:berth', `${revision}.${i}`, revision, ines)))
    expect(outcomes.filter((one) => one.written)).toHaveLength(1)
    const winner = outcomes.find((one) => one.written) as { words: { text: string } }
    for (const one of outcomes) if (!one.written) expect(one.theirs.text).toBe(winner.words.text)
  }
  expect((await wordsHistory(db, component, 'prop:berth')).map((one) => one.revision)).toEqual([3, 2, 1])
})

test('token edits are taken back newest first, and leave other edits alone', async () => {
  const theme = async () => (await themesOf(db, library)).find((one) => one.name === 'nightwatch')!
  const first = await theme()
  const with_ = (document: object, name: string, value: string) => ({ ...document, [name]: { $type: 'color', $value: value } })
  expect(await editTokens(db, library, { theme: 'nightwatch', path: 'one', before: undefined, after: '#111', document: with_(first.document, 'one', '#111') as never }, first, ines)).toBe(true)
  const second = await theme()
  expect(await editTokens(db, library, { theme: 'nightwatch', path: 'two', before: undefined, after: '#222', document: with_(second.document, 'two', '#222') as never }, second, ines)).toBe(true)
  // begun from what is no longer there
  expect(await editTokens(db, library, { theme: 'nightwatch', path: 'one', before: '#111', after: '#333', document: first.document }, first, ines)).toBe(false)
  expect((await latestEdits(db, library)).slice(0, 2).map((one) => one.path)).toEqual(['two', 'one'])
  expect(await undoTokens(db, library)).toEqual({ theme: 'nightwatch', path: 'two' })
  expect(Object.keys((await theme()).document)).toContain('one')
  expect(await undoTokens(db, library)).toEqual({ theme: 'nightwatch', path: 'one' })
  expect((await theme()).document).toEqual(first.document)
  expect(await undoTokens(db, library)).toBeUndefined()
})

test('source is kept once by hash, and found again by path', async () => {
  const files = [{ path: 'src/a.ts', text: 'same' }, { path: 'src/b.ts', text: 'same' }, { path: 'src/c.ts', text: 'Größe' }]
  const before = Number((await at.sql<{ n: string }>('select count(*) as n from blobs'))[0]!.n)
  const kept = await keepFiles(db, files)
  await keepFiles(db, files)
  expect(Number((await at.sql<{ n: string }>('select count(*) as n from blobs'))[0]!.n)).toBe(before + 2)
  expect(await filesByHash(db, kept)).toEqual(files)
  const made = await db.transaction((trx) => addRevision(trx, library, files, { by: ines, note: 'x', problems: [] }))
  expect(await sourcePaths(db, made.id)).toEqual(['src/a.ts', 'src/b.ts', 'src/c.ts'])
  expect([await sourceFile(db, made.id, 'src/c.ts'), await sourceFile(db, made.id, 'src/d.ts')]).toEqual(['Größe', undefined])
})

test('one job at a time; a cancelled one moves no more', async () => {
  const input = { note: '', files: [], removed: [], whole: false, aside: [] }
  const ids = (await Promise.all([1, 2, 3].map(() => addJob(db, library, input, ines)))).filter(Boolean)
  expect(ids).toHaveLength(1)
  expect(await stepJob(db, ids[0]!, 'Reading')).toBe(true)
  expect(await endJob(db, ids[0]!, 'cancelled')).toBe(true)
  expect([await stepJob(db, ids[0]!, 'Building'), await endJob(db, ids[0]!, 'done')]).toEqual([false, false])
  expect(await addJob(db, library, input, ines)).toBeDefined()
})

test('tokens are found by their text alone, and not once revoked', async () => {
  const { id, text } = await addToken(db, ines, { name: 'x', scopes: ['read'], library: null })
  expect(await bearer(db, text)).toMatchObject({ person: { id: ines }, scopes: ['read'], revoked: false })
  expect(await bearer(db, `${text}x`)).toBeUndefined()
  expect([await revokeToken(db, ines, id), await revokeToken(db, ines, id)]).toEqual([true, false])
  expect((await bearer(db, text))!.revoked).toBe(true)
})

test('who sees which library', async () => {
  await at.sql("update libraries set visibility = 'private'")
  const odile = (await personByEmail(db, 'odile@marram.example'))!
  expect(await librariesFor(db, undefined)).toEqual([])
  expect((await librariesFor(db, odile)).map((one) => one.slug)).toEqual(['tern'])
  await setRole(db, library, odile.id, null)
  expect([await roleOf(db, library, odile.id), await librariesFor(db, odile)]).toEqual([undefined, []])
  expect(await librariesFor(db, { id: odile.id, administrator: true })).toHaveLength(1)
  await at.sql("update libraries set visibility = 'open'")
  expect(await librariesFor(db, undefined)).toHaveLength(1)
})

test('a release is whole or not there, and changes what a package document is known by', async () => {
  const before = await packageStamp(db, library)
  const release = { version: '7.0.0', channel: 'next', notes: '', manifest: { name: '@marram/tern' }, contracts: [], tokens: [], tarball: new Uint8Array([1]), integrity: 'sha512-x', shasum: 'a'.repeat(40), unpackedSize: 1, files: [{ path: 'a', size: 1 }], via: 'client' as const }
  await expect(db.transaction(async (trx) => {
    await addRelease(trx, library, release, ines)
    throw new Error('and then the lights went out')
  })).rejects.toThrow('lights')
  expect((await releasesOf(db, library)).some((one) => one.version === '7.0.0')).toBe(false)
  expect(await packageStamp(db, library)).toBe(before)
  await db.transaction((trx) => addRelease(trx, library, release, ines))
  expect(await channelsOf(db, library)).toEqual({ latest: '1.1.0', next: '7.0.0' })
  expect(await packageStamp(db, library)).not.toBe(before)
  await expect(db.transaction((trx) => addRelease(trx, library, release, ines))).rejects.toMatchObject({ constraint: 'releases_version' })
})
