import { staffSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { trail } from '~~/server/store/audit'
import { invitationsOf } from '~~/server/store/invitations'
import { allPeople, rolesIn } from '~~/server/store/people'

export default route({
  access: 'maintainer',
  answer: staffSchema,
  async handle({ db, library }) {
    const staff = await rolesIn(db, library.id)
    return {
      staff,
      others: (await allPeople(db)).filter((person) => !staff.some((other) => other.id === person.id)),
      invitations: await invitationsOf(db, library.id),
      trail: await trail(db, library.id),
    }
  },
})
