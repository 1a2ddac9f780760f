import { iconsViewSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { iconsView } from '~~/server/views/icons'

/** The icons of a library: its own, sets to swap them with, and what each theme wears. */
export default route({
  access: 'reader',
  answer: iconsViewSchema,
  handle: ({ db, library }) => iconsView(db, library),
})
