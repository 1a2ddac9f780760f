import { writtenSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { inChild } from '~~/server/build/pool'
import { componentFiles } from '~~/server/views/component-files'

/** Where the markup and the rules of a component are written in its source. */
export default route({
  access: 'reader',
  answer: writtenSchema,
  async handle({ db, library, params }) {
    return inChild('written', { files: (await componentFiles(db, library, params.tag!)).files }, library.id)
  },
})
