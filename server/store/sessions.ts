import type { Store } from './database'
import type { Person } from './people'

/** Days a session lasts after signing in. */
const days = 14

/** Begins a session; its id is what the sealed cookie holds. */
export async function addSession(db: Store, person: string): Promise<string> {
  const [row] = await db('sessions')
    .insert({ person_id: person, ends_at: db.raw(`now() + make_interval(days => ?)`, [days]) })
    .returning('id')
  return row.id
}

/** Whose session it is, or `undefined` once it has ended anywhere. */
export const sessionHolder = (db: Store, id: string): Promise<Person | undefined> =>
  db('sessions')
    .join('people', 'people.id', 'sessions.person_id')
    .where('sessions.id', id)
    .whereRaw('sessions.ends_at > now()')
    .first('people.id', 'people.name', 'people.email', 'people.administrator')

/** Ends one session, wherever its cookie was copied to. */
export const endSession = (db: Store, id: string): Promise<number> => db('sessions').where({ id }).delete()

/** Ends all sessions of a person; those that have run out go with them. */
export const endSessionsOf = (db: Store, person: string): Promise<number> =>
  db('sessions').where({ person_id: person }).orWhereRaw('ends_at < now()').delete()
