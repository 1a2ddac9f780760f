import { readdirSync, readFileSync } from 'node:fs'
import { join, relative } from 'node:path'
import { parseTokenDocument } from '~~/core/tokens/document'
import { combinationKey } from '~~/core/variants/combination'
import { hashPassword } from '../auth/password'
import { inChild, stopChildren } from '../build/pool'
import { bringIn } from '../jobs/bring-in'
import { judgeFiles } from '../bring/judge'
import { publish } from '../release/publish'
import { componentByTag, setFace } from '../store/components'
import { keepCombination } from '../store/combinations'
import { keepExample } from '../store/examples'
import { closeStore, migrate, store, type Store } from '../store/database'
import { addIconSet } from '../store/icons'
import { addLibrary, libraryBySlug, type Library } from '../store/libraries'
import { addPerson, personByEmail, setRole } from '../store/people'
import { addTheme } from '../store/themes'
import { writeWords } from '../store/words'
import { demoPeople } from './people'
import { combinations, faces, starters, ways } from './scenario'
import { words } from './words'

type Files = ReturnType<typeof judgeFiles>['files']

/** Lays the demo scenario down once: people, the Tern library, its words and faces, three versions. */
async function seed(): Promise<void> {
  const db = store()
  await migrate(db)
  if (await libraryBySlug(db, 'tern')) return
  const people = await addPeople(db)
  const ines = people.get('maintainer')!
  const root = join(process.env.KEPT_SHELF_ROOT ?? process.cwd(), 'demo', 'tern')
  const { files } = judgeFiles(filesUnder(root))
  const library = await makeTern(db, files, people)
  await addHarbour(db, library, ines)
  await publishVersions(db, library, files, ines)
  await addWhatPeopleMade(db, library, ines)
}

/** The people of the scenario, by their role. */
async function addPeople(db: Store): Promise<Map<string, string>> {
  const people = new Map<string, string>()
  for (const { name, email, password, role } of demoPeople) {
    const found =
      (await personByEmail(db, email)) ??
      (await addPerson(db, {
        name,
        email,
        password: await hashPassword(password),
        administrator: role === 'maintainer',
      }))
    people.set(role, found.id)
  }
  return people
}

const makeTern = (db: Store, files: Files, people: ReadonlyMap<string, string>): Promise<Library> =>
  db.transaction(async (trx) => {
    const library = await addLibrary(trx, {
      slug: 'tern',
      title: 'Tern',
      package: '@marram/tern',
      prefix: 'tern-',
      visibility: 'open',
    })
    for (const { role } of demoPeople) await setRole(trx, library.id, people.get(role)!, role)
    const themes = [
      ['daywatch', 'Daywatch', null],
      ['nightwatch', 'Nightwatch', 'daywatch'],
      ['high-sun', 'High sun', 'daywatch'],
      ['island-line', 'Island Line', 'daywatch'],
      ['close-quarters', 'Close quarters', 'daywatch', 'density'],
    ] as const
    for (const [i, [name, title, on, axis = null]] of themes.entries()) {
      const { text } = files.find((file) => file.path === `tokens/${name}.json`)!
      const document = parseTokenDocument(text, `${name}.json`)
      if (!document.ok) throw new Error(document.problems[0]!.what)
      await addTheme(trx, library.id, { name, title, on, axis, document: document.value }, i)
    }
    return library
  })

/** A second set of icons, which no theme wears yet. */
async function addHarbour(db: Store, library: Library, by: string): Promise<void> {
  const root = join(process.env.KEPT_SHELF_ROOT ?? process.cwd(), 'demo', 'icons', 'harbour')
  const files = filesUnder(root).map(({ path, content }) => ({
    path,
    content: Buffer.from(content).toString('utf8'),
  }))
  const { glyphs } = await inChild('iconSet', { files }, library.id)
  await addIconSet(db, library.id, 'harbour', glyphs, by)
}

/** Brings the library in as it stood for each version, publishes those, and leaves the shelf as it is now. */
async function publishVersions(db: Store, library: Library, files: Files, by: string): Promise<void> {
  const source = files.filter((file) => !file.path.startsWith('tokens/') && !file.path.endsWith('.md'))
  const without = (...names: string[]) =>
    source.filter((file) => !names.some((name) => file.path.startsWith(`src/${name}.`)))
  const ofLater = ['crew-roster', 'crossing-timeline', 'dialog-sheet', 'field', 'island-picker']
  const steps: { files: Files; version?: string; notes?: string }[] = [
    {
      files: asAtFirst(without(...ofLater, 'ticket', 'gangway-switch', 'tide-gauge', 'queue-meter')),
      version: '0.9.0',
      notes: '### Added\n\n- Seven components, to try.',
    },
    {
      files: without(...ofLater, 'ticket', 'gangway-switch', 'tide-gauge'),
      version: '1.0.0',
      notes: '### Added\n\n- Queue meter.\n\n### Changed\n\n- From here on, versions keep what they promise.',
    },
    {
      files: without('ticket'),
      version: '1.1.0',
      notes:
        '### Added\n\n- Gangway switch and tide gauge, both on trial.\n- Island picker.\n- Crew roster, crossing ' +
        'timeline, dialog sheet and field, on trial too.',
    },
    { files: source },
  ]
  for (const { files: standing, version, notes = '' } of steps) {
    const note = version ? `for ${version}` : 'Ticket, a first draft'
    await bringIn(db, library.id, { files: standing, removed: [], note, by }, async () => true)
    if (version)
      await publish(db, (await libraryBySlug(db, 'tern'))!, { version, channel: 'latest', notes }, by)
  }
}

/** How some of it was written for the first version, which promised nothing yet: by file, what stood for what. */
const atFirst: Readonly<Record<string, readonly (readonly [now: RegExp, then: string])[]>> = {
  'src/action.ts': [
    [/  Ghost = 'ghost',\n/, "  Ghost = 'ghost',\n  Loud = 'loud',\n"],
    [/\?\? Emphasis\.Main/, '?? Emphasis.Quiet'],
  ],
  'src/notice-strip.css': [[/border-inline-start: 4px/, 'border-inline-start: 1px']],
  'src/fare-stepper.ts': [[/\bmost\b(?! that)/g, 'utmost']],
  'src/weather-chip.ts': [[/\bneedle\b/g, 'arrow']],
  'src/weather-chip.css': [[/\bneedle\b/g, 'arrow']],
}

function asAtFirst(files: Files): Files {
  return files.map((file) =>
    (atFirst[file.path] ?? []).reduce((written, [now, then]) => {
      const text = written.text.replace(now, then)
      if (text === written.text) throw new Error(`${file.path} has nothing like ${String(now)}`)
      return { ...written, text }
    }, file),
  )
}

/** Faces, starters and words. */
async function addWhatPeopleMade(db: Store, library: Library, by: string): Promise<void> {
  const idOf = async (tag: string) => (await componentByTag(db, library.id, tag))!.id
  for (const [tag, usage] of Object.entries(faces)) await setFace(db, await idOf(tag), 'Usual', usage)
  for (const [tag, name, usage, notes] of starters)
    await keepExample(db, await idOf(tag), { name, usage, notes, starter: true })
  for (const [tag, name, usage, acts] of ways) await keepExample(db, await idOf(tag), { name, usage, acts })
  for (const [tag, { about, ...combination }] of combinations) {
    const kept = await keepCombination(db, await idOf(tag), combination, by, 10)
    if (typeof kept === 'string') throw new Error(`a combination of ${tag} was refused: ${kept}`)
    if (about) await writeWords(db, await idOf(tag), combinationKey(kept), about, 0, by)
  }
  for (const [tag, member, text] of words) await writeWords(db, await idOf(tag), member, text, 0, by)
}

function filesUnder(root: string): { path: string; content: Uint8Array }[] {
  return readdirSync(root, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => {
      const full = join(entry.parentPath, entry.name)
      return { path: relative(root, full).split('\\').join('/'), content: readFileSync(full) }
    })
}

await seed()
await closeStore()
stopChildren()
