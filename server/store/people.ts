import type { Role } from '~~/core/roles'
import type { Store } from './database'

export interface Person {
  id: string
  name: string
  email: string
  administrator: boolean
}
const columns = ['id', 'name', 'email', 'administrator'] as const

export const personById = (db: Store, id: string): Promise<Person | undefined> =>
  db('people')
    .where({ id })
    .first(...columns)

/** A person with the hash of their password, for signing in. */
export const personByEmail = (
  db: Store,
  email: string,
): Promise<(Person & { password: string }) | undefined> =>
  db('people')
    .where({ email: email.toLowerCase() })
    .first(...columns, 'password')

export const addPerson = async (
  db: Store,
  person: { name: string; email: string; password: string; administrator?: boolean },
): Promise<Person> => {
  const [row] = await db('people')
    .insert({ ...person, email: person.email.toLowerCase() })
    .returning(columns)
  return row
}

export const allPeople = (db: Store): Promise<Person[]> =>
  db('people')
    .select(...columns)
    .orderBy('name')

export const rolesIn = (db: Store, library: string): Promise<(Person & { role: Role })[]> =>
  db('roles')
    .join('people', 'people.id', 'roles.person_id')
    .where('roles.library_id', library)
    .select('people.id', 'people.name', 'people.email', 'people.administrator', 'roles.role')
    .orderBy('people.name')

export const roleOf = async (db: Store, library: string, person: string): Promise<Role | undefined> =>
  (await db('roles').where({ library_id: library, person_id: person }).first('role'))?.role

export async function setRole(db: Store, library: string, person: string, role: Role | null): Promise<void> {
  if (role === null) await db('roles').where({ library_id: library, person_id: person }).delete()
  else
    await db('roles')
      .insert({ library_id: library, person_id: person, role })
      .onConflict(['library_id', 'person_id'])
      .merge()
}
