import { addJob, endJob, stepJob } from '~~/server/store/jobs'
import { librariesFor } from '~~/server/store/libraries'
import { personByEmail, roleOf, setRole } from '~~/server/store/people'
import { addToken, bearer, revokeOwnToken } from '~~/server/store/registry-tokens'
import { addRelease, channelsOf, packageStamp, releasesOf } from '~~/server/store/releases'
import { addRevision, filesByHash, keepFiles, sourceFile, sourcePaths } from '~~/server/store/sources'
import { addBuild, moduleContent, moduleOfLibrary } from '~~/server/store/modules'
import { ternStore, type TernStore } from '../store'

let { at, db, library, ines, end } = {} as TernStore
beforeAll(async () => {
  ;({ at, db, library, ines, end } = await ternStore())
}, 60_000)
afterAll(() => end())

test('a build is whole, or not there; one that was left half is completed', async () => {
  const modules = [
    { name: 'a.js', content: new Uint8Array([1]) },
    { name: 'b.js', content: new Uint8Array([2]) },
  ]
  await expect(
    db.transaction(async (trx) => {
      await addBuild(trx, library, 'half', modules)
      throw new Error('and then the lights went out')
    }),
  ).rejects.toThrow('lights')
  expect(await moduleContent(db, 'half', 'a.js')).toBeUndefined()
  await at.sql("insert into builds (hash) values ('half')")
  await addBuild(db, library, 'half', modules)
  expect([await moduleContent(db, 'half', 'a.js'), await moduleContent(db, 'half', 'b.js')]).toEqual([
    Buffer.from([1]),
    Buffer.from([2]),
  ])
  // and it is a build of this library, not of another
  expect(await moduleOfLibrary(db, library, 'half', 'a.js')).toEqual(Buffer.from([1]))
  expect(await moduleOfLibrary(db, '00000000-0000-4000-8000-000000000000', 'half', 'a.js')).toBeUndefined()
})

test('source is kept once by hash, and found again by path', async () => {
  const files = [
    { path: 'src/a.ts', text: 'same' },
    { path: 'src/b.ts', text: 'same' },
    { path: 'src/c.ts', text: 'Größe' },
  ]
  const before = Number((await at.sql<{ n: string }>('select count(*) as n from blobs'))[0]!.n)
  const kept = await keepFiles(db, files)
  await keepFiles(db, files)
  expect(Number((await at.sql<{ n: string }>('select count(*) as n from blobs'))[0]!.n)).toBe(before + 2)
  expect(await filesByHash(db, kept)).toEqual(files)
  const made = await db.transaction((trx) =>
    addRevision(trx, library, files, { by: ines, note: 'x', problems: [] }),
  )
  expect(await sourcePaths(db, made.id)).toEqual(['src/a.ts', 'src/b.ts', 'src/c.ts'])
  expect([await sourceFile(db, made.id, 'src/c.ts'), await sourceFile(db, made.id, 'src/d.ts')]).toEqual([
    'Größe',
    undefined,
  ])
})

test('one job at a time; a cancelled one moves no more', async () => {
  const input = { note: '', files: [], removed: [], whole: false, aside: [] }
  const ids = (await Promise.all([1, 2, 3].map(() => addJob(db, library, input, ines)))).filter(Boolean)
  expect(ids).toHaveLength(1)
  expect([await stepJob(db, ids[0]!, 'Reading'), await stepJob(db, ids[0]!, 'Reading')]).toEqual([
    'new',
    'same',
  ])
  expect(await endJob(db, ids[0]!, 'cancelled')).toBe(true)
  expect([await stepJob(db, ids[0]!, 'Building'), await endJob(db, ids[0]!, 'done')]).toEqual([false, false])
  expect(await addJob(db, library, input, ines)).toBeDefined()
})

test('tokens are found by their text alone, and not once revoked', async () => {
  const { id, text } = await addToken(db, ines, { name: 'x', scopes: ['read'], library: null, days: null })
  expect(await bearer(db, text)).toMatchObject({ person: { id: ines }, scopes: ['read'] })
  expect((await bearer(db, text))!.ended).toBeUndefined()
  expect(await bearer(db, `${text}x`)).toBeUndefined()
  expect([await revokeOwnToken(db, ines, id), await revokeOwnToken(db, ines, id)]).toEqual([true, false])
  expect((await bearer(db, text))!.ended).toBe('revoked')
})

test('who sees which library', async () => {
  await at.sql("update libraries set visibility = 'private'")
  const odile = (await personByEmail(db, 'odile@marram.example'))!
  expect(await librariesFor(db, undefined)).toEqual([])
  expect((await librariesFor(db, odile)).map((library) => library.slug)).toEqual(['tern'])
  await setRole(db, library, odile.id, null)
  expect([await roleOf(db, library, odile.id), await librariesFor(db, odile)]).toEqual([undefined, []])
  expect(await librariesFor(db, { id: odile.id, administrator: true })).toHaveLength(1)
  await at.sql("update libraries set visibility = 'open'")
  expect(await librariesFor(db, undefined)).toHaveLength(1)
})

test('a release is whole or not there, and changes what a package document is known by', async () => {
  const before = await packageStamp(db, library)
  const release = {
    version: '7.0.0',
    channel: 'next',
    notes: '',
    manifest: { name: '@marram/tern' },
    contracts: [],
    tokens: [],
    tarball: new Uint8Array([1]),
    integrity: 'sha512-x',
    shasum: 'a'.repeat(40),
    unpackedSize: 1,
    files: [{ path: 'a', size: 1 }],
    revision: null,
    via: 'client' as const,
  }
  await expect(
    db.transaction(async (trx) => {
      await addRelease(trx, library, release, ines)
      throw new Error('and then the lights went out')
    }),
  ).rejects.toThrow('lights')
  expect((await releasesOf(db, library)).some((release) => release.version === '7.0.0')).toBe(false)
  expect(await packageStamp(db, library)).toBe(before)
  await db.transaction((trx) => addRelease(trx, library, release, ines))
  expect(await channelsOf(db, library)).toEqual({ latest: '1.1.0', next: '7.0.0' })
  expect(await packageStamp(db, library)).not.toBe(before)
  await expect(db.transaction((trx) => addRelease(trx, library, release, ines))).rejects.toMatchObject({
    constraint: 'releases_version',
  })
})
