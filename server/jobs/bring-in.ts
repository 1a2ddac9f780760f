import { firstUsage } from '~~/core/code/showing'
import { componentTitle, sameContract, type Contract } from '~~/core/contract/contract'
import type { IconsInput } from '~~/core/icons/input'
import type { OwnIcons } from '~~/core/icons/ways'
import type { LibraryMessages } from '~~/core/messages/message'
import type { Origin } from '~~/core/origin'
import type { ReadFrom } from '~~/core/read/read-from'
import { notToldYet, type Problem } from '~~/core/problem'
import type { Rename } from '~~/core/tokens/rename'
import { Failure } from '../auth/failure'
import { installDependencies } from '../bring/dependencies'
import type { BuiltModules } from '../build/modules'
import { inChild } from '../build/pool'
import { record } from '../store/audit'
import { addContracts, componentByTag, contractsBefore, setFace } from '../store/components'
import { notify, type Store } from '../store/database'
import { endJob, type BringInResult } from '../store/jobs'
import { examplesOf } from '../store/examples'
import { libraryById, moveRevision, setOrigin, type Library } from '../store/libraries'
import { addBuild } from '../store/modules'
import { writeRename } from '../store/renames'
import { addRevision, sourceFiles, type SourceFile } from '../store/sources'
import { themesOf } from '../store/themes'
import { iconsInput } from '../views/icons'
import { filesBefore, lastReplacement, takeReplacementBack } from '../store/replacements'
import { planRename } from '../views/renames'

export interface Bringing {
  files: SourceFile[]
  removed: string[]
  note: string
  by: string | null
  /** The files are all of the library. */
  whole?: boolean
  /** What was left aside before. */
  aside?: Problem[]
  origin?: Origin | undefined
  /** The tag of a component that is begun with these files. */
  begun?: string | undefined
  /** A token that gets another path, with all files that name it. */
  rename?: Rename | undefined
  /** A token that took another's place, by the number of that, which is taken back. */
  takeBack?: string | undefined
  /** The job that does it, which ends with it. */
  job?: string | undefined
}

/** What was brought in came to nothing, because the job was cancelled or judged dead in its last step. */
class Ended extends Error {}
const overtaken: Problem = {
  code: 'changed-meanwhile',
  what: 'Other source came in while this was being read; the shelf is as that left it.',
  todo: 'Bring yours in again.',
}

const themesChanged: Problem = {
  code: 'tokens-changed',
  what: 'A theme was changed while this was being read; everything is as that left it.',
  todo: 'Rename the token again.',
}

/** What was there is kept, what came is laid over it, what was taken out is gone. */
export function mergeFiles(
  before: readonly SourceFile[],
  came: SourceFile[],
  removed: string[],
): SourceFile[] {
  const files = new Map(before.map((file) => [file.path, file]))
  for (const path of removed) files.delete(path)
  for (const file of came) files.set(file.path, file)
  return [...files.values()].sort((a, b) => (a.path < b.path ? -1 : 1))
}

/**
 * Brings source in as a new revision: read, built, and put on the shelf in one transaction. Killed
 * at any point before that, the shelf is as it was. A component whose own file does not parse keeps
 * the contract it had. `step` tells how far it is and answers whether to go on.
 */
// eslint-disable-next-line max-lines-per-function -- the steps of one job, told as they go
export async function bringIn(
  db: Store,
  libraryId: string,
  bringing: Bringing,
  step: (text: string) => Promise<boolean>,
): Promise<BringInResult | undefined> {
  const library = (await libraryById(db, libraryId))!
  const before = library.current_revision ? await sourceFiles(db, library.current_revision) : []
  const known = library.current_revision ? await contractsBefore(db, libraryId) : new Map<string, Contract>()
  const renamed = bringing.rename && (await planRename(db, library, bringing.rename))
  const back = bringing.takeBack && (await replacementBefore(db, library, bringing.takeBack))
  const came = [...bringing.files, ...(renamed?.files ?? []), ...(back ? back.files : [])]
  const files = mergeFiles(bringing.whole ? [] : before, came, bringing.removed)

  if (!(await step('Looking for the packages it needs'))) return undefined
  const wanted = await inChild('dependencies', { files }, libraryId)
  const count = Object.keys(wanted.packages).length
  const installing = `Installing ${count} package${count === 1 ? '' : 's'} it needs, without running their scripts`
  if (count && !(await step(installing))) return undefined
  const installed = await installDependencies(wanted.packages, () => step(installing))
  if (installed.stopped) return undefined
  const dependencies = installed.folder

  const icons = await iconsInput(db, library, await themesOf(db, libraryId))
  const made = await readAndBuild({ library, files, known, dependencies, icons, step })
  if (!made) return undefined
  const { contracts, built } = made

  if (!(await step('Putting them on the shelf'))) return undefined
  const result: BringInResult = {
    ...compare(known, contracts),
    problems: [
      ...(bringing.aside ?? []),
      ...wanted.problems,
      ...installed.problems,
      ...made.problems,
      ...notToldYet(
        made.problems,
        built.components.flatMap((component) => component.problems),
      ),
    ],
  }
  const keep = db.transaction(async (trx) => {
    const { id, number } = await addRevision(trx, libraryId, files, {
      by: bringing.by,
      note: bringing.note,
      problems: result.problems,
      icons: made.icons,
      messages: made.messages,
    })
    if (built.hash) await addBuild(trx, libraryId, built.hash, built.modules)
    await addContracts(trx, libraryId, id, contracts, built.hash, built.components)
    if (bringing.begun !== undefined) await firstExample(trx, library, bringing.begun, contracts)
    if (!(await moveRevision(trx, libraryId, library.current_revision, id)))
      throw new Failure(409, [overtaken])
    if (renamed && !(await writeRename(trx, library, renamed, bringing.by!)))
      throw new Failure(409, [themesChanged])
    if (back && !(await takeReplacementBack(trx, library, back.made, bringing.by!)))
      throw new Failure(409, [themesChanged])
    if (bringing.origin) await setOrigin(trx, libraryId, bringing.origin)
    await record(
      trx,
      'source brought in',
      { library: libraryId, person: bringing.by ?? undefined },
      { revision: number, added: result.added, changed: result.changed, gone: result.gone },
    )
    await notify(trx, { library: library.slug, what: 'source' })
    result.revision = number
    // the revision and the end of its job are one: cancelled until now, nothing of it stays
    if (bringing.job !== undefined && !(await endJob(trx, bringing.job, 'done', result))) throw new Ended()
  })
  try {
    await keep
    return result
  } catch (error) {
    if (error instanceof Ended) return undefined
    throw error
  }
}

/** A replacement that is to be taken back, with its files as they were. */
async function replacementBefore(db: Store, library: Library, id: string) {
  const made = await lastReplacement(db, library.id, { id })
  const files = made && (await filesBefore(db, library.current_revision, made))
  if (!made || !files) throw new Failure(409, [overtaken])
  return { made, files }
}

interface Read {
  library: Library
  files: SourceFile[]
  known: Map<string, Contract>
  dependencies: string | undefined
  icons: IconsInput
  step: (text: string) => Promise<boolean>
}
interface Made {
  contracts: Contract[]
  problems: Problem[]
  built: BuiltModules
  icons: OwnIcons
  messages: LibraryMessages
}

/**
 * Reads a library and builds what was read. Where most of its source is in a form that cannot be built here,
 * and what was built from it can, that is taken, and said; unless somebody chose.
 */
async function readAndBuild(given: Read): Promise<Made | undefined> {
  const chosen = given.library.read_from ?? undefined
  const first = await readFrom(given, chosen)
  const isOfSource = first?.problems.some(({ code }) => code === 'left-aside-built')
  if (!first || chosen || !isOfSource || !isMostlyBroken(first)) return first
  const other = await readFrom(given, 'built')
  if (!other || isMostlyBroken(other)) return other && first
  return { ...other, problems: [insteadOf(first), ...other.problems] }
}

async function readFrom(
  { library, files, known, dependencies, icons: input, step }: Read,
  from: ReadFrom | undefined,
): Promise<Made | undefined> {
  if (!(await step(`Reading ${files.length} files`))) return undefined
  const reading = await inChild('read', { files, dependencies, library: library.id, from }, library.id)
  const contracts = withKept(reading.contracts, known, reading.problems, files)
  if (!(await step(`Building ${contracts.length} components`))) return undefined
  const { built, icons, messages } = await inChild(
    'modules',
    { files, contracts, dependencies, icons: input },
    library.id,
  )
  return { contracts, problems: reading.problems, built, icons, messages }
}

const isMostlyBroken = ({ built: { components } }: Made): boolean =>
  components.filter(({ entry }) => entry === undefined).length * 2 > components.length

/** What is said where what was built is taken, with the first reason that the source was not. */
function insteadOf({ built, contracts }: Made): Problem {
  const broken = built.components.filter(({ entry }) => entry === undefined)
  const [why] = broken.flatMap(({ problems }) => problems)
  return {
    code: 'built-instead',
    what:
      `${broken.length} of ${contracts.length} components could not be built from source, so what was built from it ` +
      `is read: ${why?.what ?? 'no reason is known'}`,
    ...(why?.where ? { where: why.where } : {}),
    todo: 'Nothing to do, or choose under Bring in what is read.',
  }
}

/** A component that is begun has an example from the start: how it first stands on the shelf. */
async function firstExample(db: Store, library: Library, tag: string, contracts: Contract[]): Promise<void> {
  const contract = contracts.find((contract) => contract.tag === tag)
  const component = contract && (await componentByTag(db, library.id, tag))
  if (!contract || !component || (await examplesOf(db, component.id)).length > 0) return
  await setFace(db, component.id, 'As it begins', firstUsage(contract, componentTitle(tag, library.prefix)))
}

/** Components whose module could not be read this time keep the contract they had. */
function withKept(
  read: Contract[],
  known: Map<string, Contract>,
  problems: Problem[],
  files: SourceFile[],
): Contract[] {
  const unread = new Set(
    problems
      .filter((problem) => problem.code === 'source-does-not-parse')
      .map((problem) => problem.where!.file),
  )
  const there = new Set(files.map((file) => file.path))
  const kept = [...known.values()].filter(
    (entry) =>
      !read.some((now) => now.tag === entry.tag) &&
      entry.files.some((file) => unread.has(file)) &&
      there.has(entry.files[0]!),
  )
  return [...read, ...kept].sort((a, b) => a.tag.localeCompare(b.tag))
}

function compare(before: Map<string, Contract>, now: Contract[]): Omit<BringInResult, 'problems'> {
  const tags = new Set(now.map((entry) => entry.tag))
  const changed = now.filter((entry) => before.has(entry.tag) && !sameContract(before.get(entry.tag)!, entry))
  return {
    added: now.filter((entry) => !before.has(entry.tag)).map((entry) => entry.tag),
    changed: changed.map((entry) => entry.tag),
    gone: [...before.keys()].filter((tag) => !tags.has(tag)),
    same: now.filter((entry) => before.has(entry.tag)).length - changed.length,
  }
}
