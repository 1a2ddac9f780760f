import type { Contract } from '../contract/contract'
import { commonest, type Names } from './wish'

/**
 * A path with the component's name in it left open: `src/{name}/{name}.ts`. `undefined` where it is not
 * called after the component.
 */
export function shapeOf(path: string, kebab: string, pascal: string): string | undefined {
  const shape = path
    .split('/')
    .map((part) => part.replace(pascal, '{Name}').replace(kebab, '{name}'))
    .join('/')
  return shape === path ? undefined : shape
}

export const filled = (shape: string, names: Names): string =>
  shape.replaceAll('{Name}', names.pascal).replaceAll('{name}', names.kebab)

const kebabOf = (name: string) => name.replace(/([a-z\d])([A-Z])/g, '$1-$2').toLowerCase()

/**
 * The path of a component's file as those of others are formed: called as they are, in a folder as they are.
 */
export function pathLike(
  alike: readonly Contract[],
  names: Names,
  otherwise: string,
): { path: string; model: Contract | undefined } {
  const shaped = alike.map((contract) => ({
    contract,
    shape: shapeOf(contract.files[0]!, kebabOf(contract.className), contract.className),
  }))
  const shape = commonest(shaped.flatMap((entry) => entry.shape ?? []))
  return {
    path: filled(shape ?? otherwise, names),
    model: shaped.find((entry) => entry.shape === shape)?.contract ?? alike[0],
  }
}
