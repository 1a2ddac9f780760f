import { openStore, type Store } from '~~/server/store/database'
import { libraryBySlug } from '~~/server/store/libraries'
import { personByEmail } from '~~/server/store/people'
import { world, type World } from './world'

/** The database of a world of its own, with our demo library and one of its maintainers, by their ids. */
export interface TernStore {
  at: World
  db: Store
  library: string
  ines: string
  end(): Promise<void>
}

export async function ternStore(): Promise<TernStore> {
  const at = await world()
  const db = openStore(at.databaseUrl, 12)
  const library = (await libraryBySlug(db, 'tern'))!.id
  const ines = (await personByEmail(db, 'INES@marram.example'))!.id
  const end = async () => {
    await db.destroy()
    await at.end()
  }
  return { at, db, library, ines, end }
}
