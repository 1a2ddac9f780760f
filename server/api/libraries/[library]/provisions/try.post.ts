import { createHash } from 'node:crypto'
import { z } from 'zod'
import { provisionsSchema, triedScriptName } from '~~/core/provisions'
import { triedScriptSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { addBuild } from '~~/server/store/modules'

/**
 * Puts a script of provisions where frames can load it, for whoever is writing it: it belongs to no
 * provisions, and is taken out when nobody has asked for it in a day.
 */
export default route({
  access: 'contributor',
  limit: limits.body.text,
  answer: triedScriptSchema,
  body: z.object({ script: provisionsSchema.shape.script as unknown as z.ZodType<string> }),
  async handle({ db, library, body: { script } }) {
    // a build of its own, which no component’s can be: its hash is of more than the text
    const hash = createHash('sha256').update(`provisions tried in ${library.id}\n${script}`).digest('hex')
    await addBuild(db, library.id, hash, [{ name: triedScriptName, content: Buffer.from(script, 'utf8') }])
    return { script: `/m/${hash}/${triedScriptName}` }
  },
})
