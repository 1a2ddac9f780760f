import { invitationViewSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { openInvitation } from '~~/server/auth/invitation'

/** What an invitation is for; whoever has its link may know. */
export default route({
  access: 'anyone',
  answer: invitationViewSchema,
  async handle({ db, params }) {
    const { invitation, library } = await openInvitation(db, params.token!)
    return { library: library.title, slug: library.slug, role: invitation.role, by: invitation.by }
  },
})
