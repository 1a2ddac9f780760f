import { setResponseStatus } from 'h3'
import { boundedBytes } from '../auth/body'
import { fail } from '../auth/failure'
import { inChild } from '../build/pool'
import { settings } from '../config'
import { readFromClient } from '../release/from-client'
import { judge, makeVisible } from '../release/publish'
import { withdraw } from '../release/withdraw'
import type { Store } from '../store/database'
import type { Library } from '../store/libraries'
import type { Bearer } from '../store/registry-tokens'
import { stillMay } from './admission'
import { publishLimit, type Call } from './call'
import type { ClientRelease } from './publish-body'

/** Publishes what a client sends, or deprecates versions: clients use one address for both. */
export async function publishFromClient({ event, db, library, holder }: Call): Promise<unknown> {
  const bytes = await boundedBytes(event, publishLimit())
  const wish = await inChild(
    'publishBody',
    { bytes, name: library.package, most: settings().PACKAGE_LIMIT * 4 },
    library.id,
  )
  if (wish.is === 'deprecate')
    await withdraw(db, library, wish.versions, holder!.person.id, (trx) => stillMay(trx, holder!, library))
  else await publishRelease(db, library, wish.release, holder!)
  setResponseStatus(event, 201)
  return { ok: true, id: library.package }
}

/** Judged once before what is in it is read, which takes a while, and once more in the end. */
async function publishRelease(
  db: Store,
  library: Library,
  release: ClientRelease,
  holder: Bearer,
): Promise<void> {
  await judge(db, library.id, release.version, release.channel)
  const read = await readFromClient(db, library, release)
  await makeVisible(
    db,
    library,
    { ...release, ...read, notes: '', tokens: [], revision: null, via: 'client' },
    holder.person.id,
    { stillMay: (trx) => stillMay(trx, holder, library) },
  )
}

export function neverUnpublished(): never {
  return fail(
    405,
    'never-unpublished',
    'A published version is never taken away: others rely on it.',
    'Deprecate it, with a message that says what to use.',
  )
}
