import { usualTierRule } from '~~/core/check/tier-rule'
import { findingsSchema } from '~~/core/wire'
import { route } from '~~/server/auth/route'
import { waiversOf } from '~~/server/store/waivers'
import { contrastFindingsOf } from '~~/server/views/contrast'
import { findingsOf } from '~~/server/views/findings'

/** What the rules notice in the library as it is now, and what of that is let stand. */
export default route({
  access: 'reader',
  answer: findingsSchema,
  handle: async ({ db, library }) => ({
    findings: [...(await contrastFindingsOf(db, library)), ...(await findingsOf(db, library))],
    waivers: await waiversOf(db, library.id),
    tiers: library.tier_rule ?? usualTierRule,
  }),
})
