import { setResponseStatus } from 'h3'
import { boundedBytes } from '../auth/body'
import { fail } from '../auth/failure'
import { inChild } from '../build/pool'
import { settings } from '../config'
import { makeVisible } from '../release/publish'
import { record } from '../store/audit'
import { notify, type Store } from '../store/database'
import type { Library } from '../store/libraries'
import type { Bearer } from '../store/registry-tokens'
import { deprecate, lockReleases, versionsOf } from '../store/releases'
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
  if (wish.is === 'deprecate') await deprecateVersions(db, library, wish.versions, holder!)
  else await publishRelease(db, library, wish.release, holder!)
  setResponseStatus(event, 201)
  return { ok: true, id: library.package }
}

const publishRelease = (db: Store, library: Library, release: ClientRelease, holder: Bearer): Promise<void> =>
  makeVisible(
    db,
    library,
    { ...release, notes: '', contracts: [], tokens: [], revision: null, via: 'client' },
    holder.person.id,
    (trx) => stillMay(trx, holder, library),
  )

async function deprecateVersions(
  db: Store,
  library: Library,
  versions: Record<string, string>,
  holder: Bearer,
): Promise<void> {
  await db.transaction(async (trx) => {
    await lockReleases(trx, library.id)
    await stillMay(trx, holder, library)
    const told = (await versionsOf(trx, library.id)).filter(({ version }) => Object.hasOwn(versions, version))
    for (const { id, version } of told) await deprecate(trx, id, versions[version]!, holder.person.id)
    await record(trx, 'deprecated', { library: library.id, person: holder.person.id }, { versions })
    await notify(trx, { library: library.slug, what: 'release' })
  })
}

export function neverUnpublished(): never {
  return fail(
    405,
    'never-unpublished',
    'A published version is never taken away: others rely on it.',
    'Deprecate it, with a message that says what to use.',
  )
}
