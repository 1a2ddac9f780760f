import { sheetsOfOthers } from '~~/core/isolation/foreign'
import { isolationSeenSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { seenOf } from '~~/server/views/seen'

/** What a component and a page do to one another, with the sheets that come into a page with others. */
export default route({
  access: 'reader',
  answer: isolationSeenSchema,
  async handle({ db, library, params }) {
    const { component, seen } = await seenOf(db, library, params.tag!)
    const { seen: isolation, ...rest } = seen.isolation.last(component)
    return { isolation, sheets: sheetsOfOthers(seen.sheets, component.contract.files), ...rest }
  },
})
