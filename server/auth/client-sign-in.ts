import { askedBy, type ClientSignIn } from '../store/client-sign-ins'
import type { Store } from '../store/database'
import { fail } from './failure'

/** The sign-in of a package client that a link leads to, as long as nobody has answered it. */
export const openSignIn = async (db: Store, link: string): Promise<ClientSignIn> =>
  (await askedBy(db, link)) ?? endedSignIn()

export const endedSignIn = (): never =>
  fail(
    404,
    'no-sign-in',
    'This sign-in is not open any more: it was answered already, or has ended.',
    'Sign in once more with the package client.',
  )
