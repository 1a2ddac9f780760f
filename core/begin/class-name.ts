import type { Contract } from '../contract/contract'
import { bareName } from '../release/manifest'
import type { Names } from './wish'

/** What the class of a component is called when that of its model is called so. */
export function classNameAfter(
  { className, tag }: Pick<Contract, 'className' | 'tag'>,
  prefix: string,
  names: Names,
): string {
  const own = pascalOf(bareName(tag, prefix))
  return className.includes(own) ? className.replace(own, names.pascal) : names.pascal
}

export const pascalOf = (kebab: string): string =>
  kebab
    .split('-')
    .map((text) => text.charAt(0).toUpperCase() + text.slice(1))
    .join('')
