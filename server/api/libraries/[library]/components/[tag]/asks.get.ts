import { asksSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { inChild } from '~~/server/build/pool'
import { componentFiles } from '~~/server/views/component-files'

/**
 * What a component's source asks of what is around it: abilities of the browser before it relies on them, and
 * widths.
 */
export default route({
  access: 'reader',
  answer: asksSchema,
  async handle({ db, library, params }) {
    return inChild('asks', { files: (await componentFiles(db, library, params.tag!)).files }, library.id)
  },
})
