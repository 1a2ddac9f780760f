import { noMessages } from '~~/core/messages/message'
import { messagesViewSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { messagesOfRevision } from '~~/server/store/sources'

/** What the library says by itself, in which languages, and who says it. */
export default route({
  access: 'reader',
  answer: messagesViewSchema,
  async handle({ db, library: { current_revision: current } }) {
    const messages = current === null ? noMessages : await messagesOfRevision(db, current)
    return { ...(messages ?? noMessages), isRead: messages !== undefined }
  },
})
