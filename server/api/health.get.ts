import { nothingSchema } from '~~/core/wire'
import { route } from '../auth/route'

/** The process answers; whether it can do its work is another question (`ready.get.ts`). */
export default route({ access: 'anyone', answer: nothingSchema, handle: () => ({}) })
