import { demoPeople } from '~~/server/demo/people'
import { meSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { signedIn } from '~~/server/auth/session'
import { settings } from '~~/server/config'

/** Who is signed in. In demo mode the sign-ins too, for the sign-in page. */
export default route({
  access: 'anyone',
  answer: meSchema,
  handle: async ({ event, db }) => ({
    person: (await signedIn(event, db)) ?? null,
    demo: settings().DEMO ? demoPeople : [],
  }),
})
