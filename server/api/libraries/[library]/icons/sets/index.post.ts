import { iconSetMadeSchema, newIconSetSchema } from '~~/core/wire'
import { Failure, fail } from '~~/server/auth/failure'
import { route } from '~~/server/auth/route'
import { inChild } from '~~/server/build/pool'
import { mostSets } from '~~/core/icons/glyph'
import { failBusy } from '~~/server/jobs/busy'
import { enqueue } from '~~/server/jobs/queue'
import { readAgain } from '~~/server/jobs/read-again'
import { limits } from '~~/server/limits'
import { record } from '~~/server/store/audit'
import { notify } from '~~/server/store/database'
import { addIconSet, iconSetsOf } from '~~/server/store/icons'

/** Brings in a set of glyphs, and has the components built with it, so that themes can wear it. */
export default route({
  access: 'contributor',
  limit: limits.body.icons,
  answer: iconSetMadeSchema,
  body: newIconSetSchema,
  async handle({ db, library, body: { name, files }, person }) {
    if ((await iconSetsOf(db, library.id)).length >= mostSets)
      return fail(409, 'too-many-sets', `A library keeps ${mostSets} sets of icons.`, 'Delete one first.')
    const given = files.map((file) => ({
      path: file.path,
      content: 'text' in file ? file.text : new Uint8Array(Buffer.from(file.data, 'base64')),
    }))
    const { glyphs, problems } = await inChild('iconSet', { files: given }, library.id)
    if (glyphs.length === 0)
      throw new Failure(
        422,
        problems.length
          ? problems.slice(0, limits.problems)
          : [
              {
                code: 'no-glyphs',
                what: 'There are no icons in these files.',
                todo: 'Choose SVG files, a sprite of symbols, or an icon font.',
              },
            ],
      )
    const job = await db.transaction(async (trx) => {
      if (!(await addIconSet(trx, library.id, name, glyphs, person.id)))
        return fail(409, 'set-exists', `There is a set called ${name} already.`, 'Choose another name.')
      const begun =
        library.current_revision === null ? null : await readAgain(trx, library, `icons ${name}`, person.id)
      if (begun === undefined) return failBusy(library)
      await record(
        trx,
        'icons brought in',
        { library: library.id, person: person.id },
        { name, count: glyphs.length },
      )
      await notify(trx, { library: library.slug, what: 'icons' })
      return begun
    })
    if (job !== null) await enqueue(job)
    return { name, glyphs: glyphs.length, problems: problems.slice(0, limits.problems), job }
  },
})
