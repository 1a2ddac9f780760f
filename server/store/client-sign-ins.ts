import type { Store } from './database'
import { addToken, type TokenWish } from './registry-tokens'
import { hashOfSecret, makeSecret } from './secrets'

/** A package client that asks for an access token, as whoever opened its link may see it. */
export interface ClientSignIn {
  id: string
  /** What the client calls itself, such as `npm/10.9.0`. */
  client: string
  /** Where it asks from. */
  address: string
  made_at: Date
}

/** Minutes in which somebody may allow it, and the client may fetch its token. */
const minutes = 10
/** Of one address that nobody has answered yet. */
const mostOpen = 20

/**
 * Begins a sign-in; answers both secrets, which are kept nowhere. Nothing where an address has too many
 * open.
 */
export async function beginSignIn(
  db: Store,
  asking: { client: string; address: string },
): Promise<{ link: string; client: string } | undefined> {
  await db('client_sign_ins').where('ends_at', '<', db.fn.now()).delete()
  const { rows } = await db.raw('select count(*)::int from client_sign_ins where address = ?', [
    asking.address,
  ])
  if (rows[0].count >= mostOpen) return undefined
  const [link, client] = [makeSecret(), makeSecret()]
  await db('client_sign_ins').insert({
    ...asking,
    link_hash: hashOfSecret(link),
    client_hash: hashOfSecret(client),
    ends_at: db.raw('now() + make_interval(mins => ?)', [minutes]),
  })
  return { link, client }
}

const open = (db: Store) => db('client_sign_ins').where('ends_at', '>', db.fn.now())

/** The sign-in that a link leads to, as long as nobody has answered it. */
export const askedBy = (db: Store, link: string): Promise<ClientSignIn | undefined> =>
  open(db)
    .where({ link_hash: hashOfSecret(link), state: 'asked' })
    .first('id', 'client', 'address', 'made_at')

/**
 * Answers a sign-in, once: with what its token is to be, or with nothing. `false` where it was answered
 * already.
 */
export const answerSignIn = async (
  db: Store,
  id: string,
  answer: { person: string; token: TokenWish } | undefined,
): Promise<boolean> =>
  (await open(db)
    .where({ id, state: 'asked' })
    .update(
      answer
        ? { state: 'allowed', person_id: answer.person, token: JSON.stringify(answer.token) }
        : { state: 'refused' },
    )) === 1

/**
 * What a client is answered that asks how its sign-in stands: the text of its token, which is made then
 * and told this once, or why there is none.
 */
export const takeToken = (
  db: Store,
  secret: string,
): Promise<{ text: string } | 'asked' | 'refused' | 'ended'> =>
  db.transaction(async (trx) => {
    const signIn = await open(trx)
      .where({ client_hash: hashOfSecret(secret) })
      .forUpdate()
      .first('id', 'state', 'person_id', 'token')
    if (!signIn || signIn.state === 'taken') return 'ended'
    if (signIn.state !== 'allowed') return signIn.state
    const { text } = await addToken(trx, signIn.person_id, signIn.token as TokenWish)
    await trx('client_sign_ins').where({ id: signIn.id }).update({ state: 'taken' })
    return { text }
  })
