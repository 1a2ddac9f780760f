import type { Store } from './database'

/**
 * Keeps the modules of a build under the hash of their content, as built for a library. All of it is
 * one transaction, and a build that is there already is completed where a module is missing: a row is
 * trusted only with all its modules.
 */
export function addBuild(
  db: Store,
  library: string,
  hash: string,
  modules: { name: string; content: Uint8Array }[],
): Promise<void> {
  return db.transaction(async (trx) => {
    // one that is there is marked as wanted anew, so that it is not tidied away meanwhile
    await trx('builds').insert({ hash }).onConflict('hash').merge({ made_at: trx.fn.now() })
    await trx('build_libraries').insert({ build: hash, library_id: library }).onConflict().ignore()
    const there: { name: string }[] = await trx('modules').where({ build: hash }).select('name')
    const known = new Set(there.map((row) => row.name))
    const missing = modules.filter((module) => !known.has(module.name))
    const rows = missing.map(({ name, content }) => ({ build: hash, name, content: Buffer.from(content) }))
    if (rows.length) await trx('modules').insert(rows).onConflict(['build', 'name']).ignore()
  })
}

export async function moduleContent(db: Store, build: string, name: string): Promise<Buffer | undefined> {
  return (await db('modules').where({ build, name }).first('content'))?.content
}

/** The same, where the build is one of a library's. */
export async function moduleOfLibrary(
  db: Store,
  library: string,
  build: string,
  name: string,
): Promise<Buffer | undefined> {
  const row = await db('modules')
    .join('build_libraries', 'build_libraries.build', 'modules.build')
    .where({ 'modules.build': build, name, library_id: library })
    .first('content')
  return row?.content
}

/**
 * Takes out builds that no component of any revision has and nobody has asked for in a day: those of source
 * that was tried and not kept.
 */
export const tidyBuilds = (db: Store): Promise<number> =>
  db('builds')
    .whereRaw("made_at < now() - interval '1 day'")
    .whereNotExists(db('component_builds').whereRaw('component_builds.build = builds.hash'))
    .delete()
