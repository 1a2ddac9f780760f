import { judgeChannel } from '~~/core/release/version'
import { boundedJson } from '../auth/body'
import { Failure, fail } from '../auth/failure'
import { record } from '../store/audit'
import { notify } from '../store/database'
import { dropChannel, setChannel, versionsOf } from '../store/releases'
import { stillMay } from './admission'
import { smallBody, type Call } from './call'

export async function moveChannel({ event, db, library, params, holder }: Call): Promise<unknown> {
  const version = await boundedJson(event, smallBody)
  const channel = judgeChannel(params[1]!)
  if (!channel.ok) throw new Failure(422, channel.problems)
  return db.transaction(async (trx) => {
    await stillMay(trx, holder!, library)
    const release = (await versionsOf(trx, library.id)).find((known) => known.version === version)
    if (!release)
      return fail(
        404,
        'no-version',
        `${library.package} has no version ${String(version).slice(0, 100)}.`,
        'Choose one that is published.',
      )
    await setChannel(trx, library.id, channel.value, release.id)
    await record(
      trx,
      'channel moved',
      { library: library.id, person: holder!.person.id },
      { channel: channel.value, version },
    )
    await notify(trx, { library: library.slug, what: 'release' })
    return { ok: true }
  })
}

export async function removeChannel({ db, library, params, holder }: Call): Promise<unknown> {
  if (params[1] === 'latest')
    return fail(
      422,
      'latest-stays',
      'A package always has the channel latest.',
      'Move it to another version instead.',
    )
  return db.transaction(async (trx) => {
    await stillMay(trx, holder!, library)
    const gone = await dropChannel(trx, library.id, params[1]!)
    if (!gone)
      return fail(
        404,
        'no-channel',
        `${library.package} has no channel ${params[1]}.`,
        'Ask for its channels first.',
      )
    await record(
      trx,
      'channel removed',
      { library: library.id, person: holder!.person.id },
      { channel: params[1] },
    )
    await notify(trx, { library: library.slug, what: 'release' })
    return { ok: true }
  })
}
