import { z } from 'zod'
import { libraryBySlug } from '../store/libraries'
import type { Store } from '../store/database'
import { roleOf, type Person } from '../store/people'
import type { TokenWish } from '../store/registry-tokens'
import { fail } from './failure'

/** What somebody says an access token is to be; the library by its short name. */
export const tokenWishSchema = z.object({
  name: z.string().trim().min(1, 'give it a name').max(80),
  scopes: z.array(z.enum(['read', 'publish'])).min(1),
  library: z.string().nullable(),
  /** How many days it works; none for as long as it is not revoked. */
  days: z.number().int().min(1).max(3650).nullable().default(null),
})

/** The same with the library it is for; refuses one that whoever wishes for it has no role in. */
export async function tokenWishOf(
  db: Store,
  person: Person,
  wish: z.infer<typeof tokenWishSchema>,
): Promise<TokenWish> {
  if (wish.library === null) return { ...wish, library: null }
  const library = await libraryBySlug(db, wish.library)
  const mayKnow = library && (person.administrator || (await roleOf(db, library.id, person.id)))
  if (!library || !mayKnow)
    return fail(
      404,
      'no-library',
      `There is no library “${wish.library}” that you can see.`,
      'Choose one of yours, or all.',
    )
  return { ...wish, library: library.id }
}
