import { z } from 'zod'
import { factsOf } from '~~/core/contract/aside'
import type { Contract } from '~~/core/contract/contract'
import { arrangedBy, readArrangement } from '~~/core/variants/arrangement'
import { variantAxes } from '~~/core/variants/axis'
import { revisionNumberSchema, wordsSchema } from '~~/core/wire'
import { Failure, fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { limits } from '~~/server/limits'
import { record } from '~~/server/store/audit'
import { contractNow } from '~~/server/store/components'
import { notify } from '~~/server/store/database'
import { writeWords } from '~~/server/store/words'
import { componentKnown } from '~~/server/views/component'

/** An arrangement that can not be read, or of what is no axis, is not kept. */
function refuseUnread(name: string, text: string, contract: Contract | undefined): void {
  const axis = contract && variantAxes(contract).find((known) => known.name === name)
  if (!axis)
    fail(422, 'no-axis', `It has no variants along “${name}”.`, 'Reload the page: its source changed.')
  else {
    const { problems } = readArrangement(text, axis)
    if (problems.length) throw new Failure(422, problems)
  }
}

/** Writes words begun from a revision. If somebody wrote meanwhile, theirs come back with the refusal. */
export default route({
  access: 'contributor',
  limit: limits.body.text,
  answer: wordsSchema,
  body: z.object({
    member: z.string().min(1).max(300),
    text: z.string().max(20_000),
    revision: revisionNumberSchema,
  }),
  async handle({ db, library, params, body, person }) {
    const component = await componentKnown(db, library, params.tag!)
    const contract = await contractNow(db, library, component.id)
    const axis = arrangedBy(body.member)
    if (axis !== undefined) refuseUnread(axis, body.text, contract)
    const facts = contract ? (factsOf(contract, body.member) ?? null) : null
    return db.transaction(async (trx) => {
      const outcome = await writeWords(
        trx,
        component.id,
        body.member,
        body.text,
        body.revision,
        person.id,
        facts,
      )
      if (!outcome.written) {
        return fail(
          409,
          'words-changed',
          `${outcome.theirs?.by ?? 'Somebody'} wrote these words while you were writing.`,
          'Read theirs, then keep yours, keep theirs, or join the two.',
          { theirs: outcome.theirs },
        )
      }
      await record(
        trx,
        'words written',
        { library: library.id, person: person.id },
        { tag: params.tag, member: body.member, revision: outcome.words.revision },
      )
      await notify(trx, { library: library.slug, what: 'words', tag: params.tag! })
      return outcome.words
    })
  },
})
