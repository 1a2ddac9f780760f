import { judgeChannel } from '~~/core/release/version'
import { Failure, fail } from '../auth/failure'
import { record } from '../store/audit'
import { notify, type Store } from '../store/database'
import type { Library } from '../store/libraries'
import { dropChannel, setChannel, versionsOf } from '../store/releases'

/** Who moves or removes a channel; `stillMay` refuses whoever may not any more. */
interface Mover {
  person: string
  stillMay(trx: Store): Promise<unknown>
}

/** Has a channel name another version, or makes it. */
export async function moveChannel(
  db: Store,
  library: Library,
  { channel: name, version }: { channel: string; version: unknown },
  { person, stillMay }: Mover,
): Promise<void> {
  const channel = judgeChannel(name)
  if (!channel.ok) throw new Failure(422, channel.problems)
  await db.transaction(async (trx) => {
    await stillMay(trx)
    const release = (await versionsOf(trx, library.id)).find((known) => known.version === version)
    if (!release)
      return fail(
        404,
        'no-version',
        `${library.package} has no version ${String(version).slice(0, 100)}.`,
        'Choose one that is published.',
      )
    await setChannel(trx, library.id, channel.value, release.id)
    const detail = { channel: channel.value, version }
    await record(trx, 'channel moved', { library: library.id, person }, detail)
    await notify(trx, { library: library.slug, what: 'release' })
  })
}

/** Takes a channel away; its version stays. */
export async function removeChannel(
  db: Store,
  library: Library,
  channel: string,
  { person, stillMay }: Mover,
): Promise<void> {
  if (channel === 'latest')
    fail(
      422,
      'latest-stays',
      'A package always has the channel latest.',
      'Move it to another version instead.',
    )
  await db.transaction(async (trx) => {
    await stillMay(trx)
    if (!(await dropChannel(trx, library.id, channel)))
      fail(
        404,
        'no-channel',
        `${library.package} has no channel ${channel.slice(0, 100)}.`,
        'Ask for its channels first.',
      )
    await record(trx, 'channel removed', { library: library.id, person }, { channel })
    await notify(trx, { library: library.slug, what: 'release' })
  })
}
