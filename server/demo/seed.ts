import { readdirSync, readFileSync } from 'node:fs'
import { join, relative } from 'node:path'
import type { Usage } from '~~/core/code/usage'
import { parseTokenDocument } from '~~/core/tokens/document'
import { hashPassword } from '../auth/password'
import { stopChildren } from '../build/pool'
import { bringIn } from '../jobs/bring-in'
import { judgeFiles } from '../bring/judge'
import { publish } from '../release/publish'
import { componentByTag, setFace } from '../store/components'
import { keepExample } from '../store/examples'
import { closeStore, migrate, store } from '../store/database'
import { addLibrary, libraryBySlug } from '../store/libraries'
import { addPerson, personByEmail, setRole } from '../store/people'
import { addTheme } from '../store/themes'
import { writeWords } from '../store/words'
import { demoPeople } from './people'
import { faces, starters } from './scenario'
import { words } from './words'

/** Lays the demo scenario down once: people, the Tern library, its words and faces, three versions. */
async function seed(): Promise<void> {
  const db = store()
  await migrate(db)
  if (await libraryBySlug(db, 'tern')) return
  const people = new Map<string, string>()
  for (const person of demoPeople) {
    const found =
      (await personByEmail(db, person.email)) ??
      (await addPerson(db, {
        name: person.name,
        email: person.email,
        password: await hashPassword(person.password),
        administrator: person.role === 'maintainer',
      }))
    people.set(person.role, found.id)
  }
  const ines = people.get('maintainer')!
  const root = join(process.env.KEPT_SHELF_ROOT ?? process.cwd(), 'demo', 'tern')
  const { files } = judgeFiles(filesUnder(root))
  const source = files.filter((file) => !file.path.startsWith('tokens/') && !file.path.endsWith('.md'))

  const library = await db.transaction(async (trx) => {
    const made = await addLibrary(trx, {
      slug: 'tern',
      title: 'Tern',
      package: '@marram/tern',
      prefix: 'tern-',
      visibility: 'open',
    })
    for (const person of demoPeople) await setRole(trx, made.id, people.get(person.role)!, person.role)
    const themes = [
      ['daywatch', 'Daywatch', null],
      ['nightwatch', 'Nightwatch', 'daywatch'],
    ] as const
    for (const [i, [name, title, on]] of themes.entries()) {
      const document = parseTokenDocument(
        files.find((file) => file.path === `tokens/${name}.json`)!.text,
        `${name}.json`,
      )
      if (!document.ok) throw new Error(document.problems[0]!.what)
      await addTheme(trx, made.id, { name, title, on, document: document.value }, i)
    }
    return made
  })
  const go = async () => true
  const without = (...names: string[]) =>
    source.filter((file) => !names.some((name) => file.path.startsWith(`src/${name}.`)))
  const steps: { files: typeof source; version?: string; notes?: string }[] = [
    {
      files: without('ticket', 'gangway-switch', 'tide-gauge', 'queue-meter'),
      version: '0.9.0',
      notes: `### Added\n\n- Seven components, to try.`,
    },
    {
      files: without('ticket', 'gangway-switch', 'tide-gauge'),
      version: '1.0.0',
      notes:
        '### Added\n\n- Queue meter.\n\n### ' + `Changed\n\n- From here on, versions keep what they promise.`,
    },
    {
      files: without('ticket'),
      version: '1.1.0',
      notes: `### Added\n\n- Gangway switch and tide gauge, both on trial.`,
    },
    { files: source },
  ]
  for (const step of steps) {
    await bringIn(
      db,
      library.id,
      {
        files: step.files,
        removed: [],
        note: step.version ? `for ${step.version}` : 'Ticket, a first draft',
        by: ines,
      },
      go,
    )
    if (step.version)
      await publish(
        db,
        (await libraryBySlug(db, 'tern'))!,
        { version: step.version, channel: 'latest', notes: step.notes ?? '' },
        ines,
      )
  }
  for (const [tag, usage] of Object.entries(faces) as [string, Usage][])
    await setFace(db, (await componentByTag(db, library.id, tag))!.id, 'Usual', usage)
  for (const [tag, name, usage, notes] of starters) {
    const component = (await componentByTag(db, library.id, tag))!.id
    await keepExample(db, component, { name, usage, notes, starter: true })
  }
  for (const [tag, member, text] of words)
    await writeWords(db, (await componentByTag(db, library.id, tag))!.id, member, text, 0, ines)
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
