import { useSession, type H3Event, type SessionConfig } from 'h3'
import { settings } from '../config'

/** What a session holds: only who it is. Sealed (encrypted and signed) in a cookie; nothing is kept between requests. */
interface SessionData { person?: string }

const config = (): SessionConfig => ({
  name: 'kept-shelf',
  password: settings().SESSION_SECRET,
  maxAge: 60 * 60 * 24 * 14,
  cookie: { httpOnly: true, sameSite: 'lax', path: '/', secure: settings().PUBLIC_URL.startsWith('https:') },
  sessionHeader: false,
})

export const signedIn = async (event: H3Event): Promise<string | undefined> => (await useSession<SessionData>(event, config())).data.person

export async function beginSession(event: H3Event, person: string): Promise<void> {
  const session = await useSession<SessionData>(event, config())
  await session.clear()
  await session.update({ person })
}

export async function endSession(event: H3Event): Promise<void> {
  await (await useSession<SessionData>(event, config())).clear()
}
