import type { Store } from './database'

/** Keeps the modules of a build under the hash of their content. A build that is there already is the same. */
export async function addBuild(db: Store, hash: string, modules: { name: string; content: Uint8Array }[]): Promise<void> {
  const added = await db('builds').insert({ hash }).onConflict('hash').ignore().returning('hash')
  if (added.length === 0) return
  for (const one of modules) await db('modules').insert({ build: hash, name: one.name, content: Buffer.from(one.content) }).onConflict(['build', 'name']).ignore()
}

export async function moduleContent(db: Store, build: string, name: string): Promise<Buffer | undefined> {
  return (await db('modules').where({ build, name }).first('content'))?.content
}
