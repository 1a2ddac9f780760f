import { goneFrom, sayChoice, saySettings, type NewCombination } from '~~/core/variants/combination'
import { fail } from '../auth/failure'
import type { Refusal } from '../store/combinations'
import { contractNow } from '../store/components'
import type { Store } from '../store/database'
import type { Library } from '../store/libraries'

/** Fails where a combination speaks of an axis or a value that the component has not. */
export async function failUnknownSettings(
  db: Store,
  library: Library,
  component: string,
  { settings }: NewCombination,
): Promise<void> {
  const contract = await contractNow(db, library, component)
  const [unknown] = contract ? goneFrom(contract, settings) : settings
  if (unknown)
    fail(
      422,
      'no-variant',
      `There is no variant “${sayChoice(unknown.axis, unknown.value)}” in its contract.`,
      'Choose among the variants of its contract.',
    )
}

export const failGoneCombination = (): never =>
  fail(404, 'no-combination', 'There is no such combination any more.', 'Look at the list again.')

/** Says why a combination was not kept. */
export function failCombination(refusal: Refusal, { name, settings }: NewCombination): never {
  switch (refusal) {
    case 'there':
      return fail(
        409,
        'combination-there',
        `“${saySettings(settings)}” is spoken of already.`,
        'Change what is said of it there, or choose other values.',
      )
    case 'taken':
      return fail(
        409,
        'combination-taken',
        `There is a variant called ${name} already.`,
        'Give this one another name.',
      )
    case 'many':
      return fail(
        422,
        'too-many-combinations',
        'The component has as many named variants and combinations as it may.',
        'Delete one of them first.',
      )
  }
}
