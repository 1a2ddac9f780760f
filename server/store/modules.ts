import type { Store } from './database'

/** Keeps the modules of a build under the hash of their content. A build that is there already is the same. */
export async function addBuild(db: Store, hash: string, modules: { name: string; content: Uint8Array }[]): Promise<void> {
  // one that is there is marked as wanted anew, so that it is not tidied away meanwhile
  if (await db('builds').where({ hash }).update({ made_at: db.fn.now() })) return
  await db('builds').insert({ hash }).onConflict('hash').ignore()
  for (const one of modules) await db('modules').insert({ build: hash, name: one.name, content: Buffer.from(one.content) }).onConflict(['build', 'name']).ignore()
}

export async function moduleContent(db: Store, build: string, name: string): Promise<Buffer | undefined> {
  return (await db('modules').where({ build, name }).first('content'))?.content
}

/** Takes out builds that no component of any revision has and nobody has asked for in a day: those of source that was tried and not kept. */
export const tidyBuilds = (db: Store): Promise<number> =>
  db('builds').whereRaw("made_at < now() - interval '1 day'").whereNotExists(db('component_builds').whereRaw('component_builds.build = builds.hash')).delete()
