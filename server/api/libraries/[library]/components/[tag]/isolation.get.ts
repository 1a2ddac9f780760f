import { asOneSheet, sheetsOfOthers } from '~~/core/isolation/foreign'
import { isolationSeenSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { isolationStore } from '~~/server/store/isolation'
import { seenOf } from '~~/server/views/seen'

/** What a component and a page do to one another, with the sheets that come into a page with others. */
export default route({
  access: 'reader',
  answer: isolationSeenSchema,
  async handle({ db, library, params }) {
    const { component, seen } = await seenOf(db, library, params.tag!)
    const last = (await isolationStore.kept(db, [component])).get(component.id)
    return {
      isolation: last?.seen ?? null,
      sheets: asOneSheet(sheetsOfOthers(seen.sheets, component.contract.files)),
      current: last !== undefined && seen.isolation.isKnown(component),
      made_at: last?.made_at ?? null,
    }
  },
})
