import type { Usage } from '../code/usage'
import type { Contract } from '../contract/contract'
import { variantTitle } from '../contract/variant'
import { choicesAlong, choiceTitle, variantAxes, withValue, type Choice, type VariantAxis } from './axis'

/** How it is called that a component is shown with a value of an axis, among its situations. */
export function situationOf({ name }: Pick<VariantAxis, 'name'>, { value, variant }: Choice): string {
  const title = choiceTitle({ name }, value)
  return variant ? variantTitle(variant.name) : value === false ? title : `${name} ${title}`
}

/**
 * How a component is shown in a situation: in an example of that name, with a value of an axis, or as on the
 * shelf.
 */
export function usageIn(
  situation: string,
  contract: Contract,
  face: Usage,
  examples: readonly { name: string; usage: Usage }[],
): Usage {
  const example = examples.find(({ name }) => name === situation)
  if (example) return example.usage
  for (const axis of variantAxes(contract))
    for (const choice of choicesAlong(axis))
      if (situationOf(axis, choice) === situation) return withValue(face, axis, choice.value ?? undefined)
  return face
}
