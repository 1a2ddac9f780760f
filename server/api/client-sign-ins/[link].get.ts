import { clientSignInSchema } from '~~/core/wire'
import { openSignIn } from '~~/server/auth/client-sign-in'
import { route } from '~~/server/auth/route'

/** A package client that asks for an access token; whoever has its link, and an account, may know. */
export default route({
  access: 'person',
  answer: clientSignInSchema,
  handle: ({ db, params }) => openSignIn(db, params.link!),
})
