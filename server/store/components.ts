import { setImmediate } from 'node:timers/promises'
import { LRUCache } from 'lru-cache'
import { z } from 'zod'
import { usageSchema, type Usage } from '~~/core/code/usage'
import { contractSchema, type Contract } from '~~/core/contract/contract'
import { problemSchema, type Problem } from '~~/core/problem'
import type { Store } from './database'

/** How a component was built for a revision: a module to load, or the reasons why there is none. */
export interface ComponentBuild {
  build: string | null
  entry: string | null
  problems: Problem[]
  made_at: Date
}
/** Where the module of a build is loaded from, on the preview host; nothing where there is none. */
export const moduleOf = (build: ComponentBuild | undefined): string | undefined =>
  build?.build ? `/m/${build.build}/${build.entry}` : undefined

/** The modules that components are built to, by tag. */
export const modulesOf = (components: readonly Pick<Component, 'tag' | 'build'>[]): Map<string, string> =>
  new Map(
    components.flatMap(({ tag, build }) => {
      const module = moduleOf(build)
      return module === undefined ? [] : [[tag, module]]
    }),
  )

export interface Component {
  id: string
  tag: string
  contract: Contract
  build: ComponentBuild | undefined
  face: Usage | undefined
  /** The first way of showing it that was seen to show something, of the module that is built now. */
  first: Usage | undefined
}

const problems = z.array(problemSchema)
const buildOf = (row: {
  build: string | null
  entry: string | null
  build_problems: unknown
  built_at: Date | null
}): ComponentBuild | undefined =>
  row.built_at
    ? {
        build: row.build,
        entry: row.entry,
        problems: problems.parse(row.build_problems ?? []),
        made_at: row.built_at,
      }
    : undefined

/**
 * Contracts by revision: what a revision holds never changes. A component of a library takes some 6 kB of it;
 * ten thousand components are kept.
 */
const contracts = new LRUCache<string, ReadonlyMap<string, Contract>>({
  maxSize: 10_000,
  sizeCalculation: (known) => known.size,
})

async function contractsOf(db: Store, revisionId: string): Promise<ReadonlyMap<string, Contract>> {
  const known = contracts.get(revisionId)
  if (known) return known
  const rows: { component_id: string; contract: unknown }[] = await db('contracts')
    .where({ revision_id: revisionId })
    .select('component_id', 'contract')
  const read = new Map<string, Contract>()
  for (const [i, row] of rows.entries()) {
    // others have their turn between them
    if (i % 40 === 39) await setImmediate()
    read.set(row.component_id, contractSchema.parse(row.contract))
  }
  // a revision is written in one transaction: one that is there is there whole
  if (read.size) contracts.set(revisionId, read)
  return read
}

/** What the components of a revision are called, in the order of their tags. */
export const tagsAt = (db: Store, revisionId: string): Promise<string[]> =>
  db('contracts')
    .join('components', 'components.id', 'contracts.component_id')
    .where('contracts.revision_id', revisionId)
    .orderBy('components.tag')
    .pluck('components.tag')

/** All components of a revision, by tag. */
export async function componentsOf(db: Store, revisionId: string): Promise<Component[]> {
  const known = await contractsOf(db, revisionId)
  const rows = await db('contracts')
    .join('components', 'components.id', 'contracts.component_id')
    .leftJoin('component_builds', (join) =>
      join
        .on('component_builds.component_id', 'components.id')
        .andOn('component_builds.revision_id', 'contracts.revision_id'),
    )
    .leftJoin('examples', (join) =>
      join.on('examples.component_id', 'components.id').andOnVal('examples.face', true),
    )
    .where('contracts.revision_id', revisionId)
    .select(
      'components.id',
      'components.tag',
      'component_builds.build',
      'component_builds.entry',
      'component_builds.problems as build_problems',
      'component_builds.made_at as built_at',
      'examples.usage',
      'components.first_usage',
      'components.first_of',
    )
    .orderBy('components.tag')
  return rows.map((row) => ({
    id: row.id,
    tag: row.tag,
    contract: known.get(row.id)!,
    build: buildOf(row),
    face: row.usage ? usageSchema.parse(row.usage) : undefined,
    first: row.first_usage && row.first_of === row.entry ? usageSchema.parse(row.first_usage) : undefined,
  }))
}

export async function keepFirstShowing(
  db: Store,
  component: string,
  entry: string,
  usage: Usage,
): Promise<void> {
  await db('components')
    .where({ id: component })
    .update({ first_usage: JSON.stringify(usage), first_of: entry })
}

export async function componentByTag(
  db: Store,
  library: string,
  tag: string,
): Promise<{ id: string } | undefined> {
  return db('components').where({ library_id: library, tag }).first('id')
}

/** A build that went well, and the number of the revision that it is of. */
export type GoodBuild = ComponentBuild & { revision: number }

/**
 * Of each of these components the newest build that has a module: what is shown while the current source does
 * not compile.
 */
export async function lastGoodBuilds(db: Store, components: string[]): Promise<Map<string, GoodBuild>> {
  if (components.length === 0) return new Map()
  const rows = await db('component_builds')
    .join('revisions', 'revisions.id', 'component_builds.revision_id')
    .whereIn('component_id', components)
    .whereNotNull('build')
    .distinctOn('component_id')
    .orderBy([{ column: 'component_id' }, { column: 'revision_id', order: 'desc' }])
    .select(
      'component_id',
      'build',
      'entry',
      'component_builds.problems as build_problems',
      'component_builds.made_at as built_at',
      'revisions.number as revision',
    )
  return new Map(rows.map((row) => [row.component_id, { ...buildOf(row)!, revision: row.revision }]))
}

/** What was read of a component in the library's newest revision. */
export async function contractNow(
  db: Store,
  library: { current_revision: string | null },
  component: string,
): Promise<Contract | undefined> {
  const row = library.current_revision
    ? await db('contracts')
        .where({ component_id: component, revision_id: library.current_revision })
        .first('contract')
    : undefined
  return row && contractSchema.parse(row.contract)
}

/**
 * The last contract read of a component before a revision: what stays on the shelf while its file does not
 * parse.
 */
export async function contractsBefore(db: Store, library: string): Promise<Map<string, Contract>> {
  const rows = await db('contracts')
    .join('components', 'components.id', 'contracts.component_id')
    .join('libraries', 'libraries.id', 'components.library_id')
    .where('components.library_id', library)
    .whereRaw('contracts.revision_id = libraries.current_revision')
    .select('components.tag', 'contracts.contract')
  return new Map(rows.map((row) => [row.tag, contractSchema.parse(row.contract)]))
}

/**
 * Components that a revision does not have and that people wrote words or kept examples for, each with the
 * last contract read of it.
 */
export async function goneKept(
  db: Store,
  library: string,
  revisionId: string,
): Promise<{ contract: Contract; words: number; examples: number }[]> {
  const words = db('words').whereRaw('words.component_id = components.id').whereNot('text', '').count()
  const examples = db('examples').whereRaw('examples.component_id = components.id').count()
  const last = db('contracts')
    .whereRaw('contracts.component_id = components.id')
    .orderBy('revision_id', 'desc')
    .limit(1)
    .select('contract')
  const rows: { contract: unknown; words: string; examples: string }[] = await db
    .from(
      db('components')
        .where({ library_id: library })
        .whereNotExists(
          db('contracts')
            .whereRaw('contracts.component_id = components.id')
            .where({ revision_id: revisionId }),
        )
        .select({ words, examples, contract: last })
        .as('gone'),
    )
    .whereNotNull('contract')
    .andWhere((query) => query.where('words', '>', 0).orWhere('examples', '>', 0))
    .select('contract', 'words', 'examples')
  return rows.map((row) => ({
    contract: contractSchema.parse(row.contract),
    words: Number(row.words),
    examples: Number(row.examples),
  }))
}

export interface BuiltComponent {
  tag: string
  entry: string | undefined
  problems: Problem[]
}

/** Writes what was read and built of a revision. The caller holds the transaction. */
export async function addContracts(
  db: Store,
  library: string,
  revisionId: string,
  contracts: Contract[],
  build: string | undefined,
  built: BuiltComponent[],
): Promise<void> {
  if (contracts.length === 0) return
  await db('components')
    .insert(contracts.map((contract) => ({ library_id: library, tag: contract.tag })))
    .onConflict(['library_id', 'tag'])
    .ignore()
  const ids = new Map(
    (await db('components').where({ library_id: library }).select('id', 'tag')).map(
      (row: { id: string; tag: string }) => [row.tag, row.id],
    ),
  )
  await db('contracts').insert(
    contracts.map((contract) => ({
      component_id: ids.get(contract.tag),
      revision_id: revisionId,
      contract: JSON.stringify(contract),
    })),
  )
  await db('component_builds').insert(
    built.map((builtComponent) => ({
      component_id: ids.get(builtComponent.tag),
      revision_id: revisionId,
      build: builtComponent.entry && build ? build : null,
      entry: builtComponent.entry && build ? builtComponent.entry : null,
      problems: JSON.stringify(builtComponent.problems),
    })),
  )
}

export async function setFace(db: Store, component: string, name: string, usage: Usage): Promise<void> {
  await db('examples').insert({ component_id: component, name, usage: JSON.stringify(usage), face: true })
}
