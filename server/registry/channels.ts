import { boundedJson } from '../auth/body'
import { moveChannel, removeChannel } from '../release/channels'
import { stillMay } from './admission'
import { smallBody, type Call } from './call'

const moverOf = ({ library, holder }: Call) => ({
  person: holder!.person.id,
  stillMay: (trx: Parameters<typeof stillMay>[0]) => stillMay(trx, holder!, library),
})

/** What a package client sends to have a channel name a version. */
export async function putChannel(call: Call): Promise<unknown> {
  const version = await boundedJson(call.event, smallBody)
  await moveChannel(call.db, call.library, { channel: call.params[1]!, version }, moverOf(call))
  return { ok: true }
}

export async function deleteChannel(call: Call): Promise<unknown> {
  await removeChannel(call.db, call.library, call.params[1]!, moverOf(call))
  return { ok: true }
}
