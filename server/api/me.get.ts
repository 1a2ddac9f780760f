import { demoPeople } from '~~/server/demo/people'
import { route } from '~~/server/auth/route'
import { signedIn } from '~~/server/auth/session'
import { settings } from '~~/server/config'
import { personById } from '~~/server/store/people'

/** Who is signed in. In demo mode the sign-ins too, for the sign-in page. */
export default route({
  access: 'anyone',
  async handle({ event, db }) {
    const id = await signedIn(event)
    return { person: (id && (await personById(db, id))) || null, demo: settings().DEMO ? demoPeople : [] }
  },
})
