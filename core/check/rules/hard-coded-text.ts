import { isBeside } from '../../read/source/reading'
import { writtenIn } from '../../read/written'
import type { Check, Finding } from '../check'
import { ownersOf } from '../owners'

/** Texts that stand in components of a library which keeps what it says in messages. */
export const hardCodedText: Check = {
  run({ files, contracts, bundles }) {
    const [bundle] = bundles()
    if (!bundle) return []
    const owners = ownersOf(contracts)
    const isOfBundle = new Set(bundles().map(({ path }) => path))
    const own = files.filter(({ path }) => owners.has(path) && !isBeside(path) && !isOfBundle.has(path))
    const found = new Map<string, Finding>()
    for (const { text, attribute, place } of writtenIn(own).texts) {
      const about = `${place.file} ${attribute ?? ''} ${text}`
      // the first place where it stands
      if (found.has(about)) continue
      const where = attribute ? `the ${attribute} of an element` : 'the component'
      found.set(about, {
        rule: 'hard-coded-text',
        about,
        says: `“${text.slice(0, 120)}” is written into ${where}.`,
        todo: `Say it by a message, as those of ${bundle.name || bundle.path} are.`,
        tag: owners.get(place.file)!.tag,
        place,
      })
    }
    return [...found.values()]
  },
}
