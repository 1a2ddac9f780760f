import { languageTitle } from '../../messages/language-tags'
import { baseLanguage, type Bundle } from '../../messages/message'
import { messageRows, saysOf, type MessageRemark, type MessageRow } from '../../messages/remarks'
import type { Check, Finding } from '../check'

/** What is a flaw of a message; that one is long, or the same, may be as it should. */
const flaws = ['missing', 'empty', 'placeholders', 'extra'] as const satisfies readonly MessageRemark[]

/** Messages that a language lacks, that put in something else there, or that nobody asks it for. */
export const message: Check = {
  run: ({ bundles }) =>
    bundles().flatMap((bundle) => messageRows(bundle).flatMap((row) => findingsOf(bundle, row))),
}

function findingsOf(bundle: Bundle, { key, said }: MessageRow): Finding[] {
  const base = baseLanguage(bundle)
  const inBase = said[base]?.message
  return Object.entries(said).flatMap(([tag, { message: own, remarks }]) =>
    flaws
      .filter((flaw) => remarks.includes(flaw))
      .map((flaw): Finding => {
        const place = own ?? inBase ?? firstOf({ key, said })
        return {
          rule: 'message',
          about: `${key} ${tag} ${flaw}`,
          says: `The message “${key}” in ${languageTitle(tag)}: ${saysOf(flaw, own, inBase)}.`,
          todo: todos[flaw],
          ...(place ? { place: { file: place.file, line: place.line } } : {}),
        }
      }),
  )
}
const firstOf = ({ said }: MessageRow) => Object.values(said).find(({ message: found }) => found)?.message

const todos: Record<(typeof flaws)[number], string> = {
  missing: 'Write it, or whoever reads this language gets another, or nothing.',
  empty: 'Write it, or take it out so that the base language is said.',
  placeholders: 'Put in what the base language does, by the same names.',
  extra: 'Write it in the base language too, or take it out.',
}
