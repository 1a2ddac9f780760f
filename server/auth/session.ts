import { useSession, type H3Event, type SessionConfig } from 'h3'
import { sessionSecret, settings } from '../config'
import type { Store } from '../store/database'
import type { Person } from '../store/people'
import { addSession, endSession, sessionHolder } from '../store/sessions'

/**
 * What the cookie holds, sealed (encrypted and signed): which session it is. Whether that goes on stands in
 * the store.
 */
interface SessionData {
  session?: string
}

const config = (): SessionConfig => ({
  name: 'kept-shelf',
  password: sessionSecret(),
  maxAge: 60 * 60 * 24 * 14,
  cookie: { httpOnly: true, sameSite: 'lax', path: '/', secure: settings().PUBLIC_URL.startsWith('https:') },
  sessionHeader: false,
})
const open = (event: H3Event) => useSession<SessionData>(event, config())

/** Who is signed in, if anybody is and their session has not been ended since. */
export async function signedIn(event: H3Event, db: Store): Promise<Person | undefined> {
  const { session } = (await open(event)).data
  return session === undefined ? undefined : sessionHolder(db, session)
}

export async function beginSession(event: H3Event, db: Store, person: string): Promise<void> {
  const session = await open(event)
  await session.clear()
  await session.update({ session: await addSession(db, person) })
}

/** Signs out: the session ends in the store, so that a copy of the cookie is worth nothing. */
export async function leaveSession(event: H3Event, db: Store): Promise<void> {
  const session = await open(event)
  const { session: id } = session.data
  if (id !== undefined) await endSession(db, id)
  await session.clear()
}
