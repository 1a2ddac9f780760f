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
  const shapes = alike.map((entry) => ({
    one: entry,
    shape: shapeOf(entry.files[0]!, kebabOf(entry.className), entry.className),
  }))
  const shape = commonest(shapes.flatMap((shape) => (shape.shape ? [shape.shape] : [])))
  return {
    path: filled(shape ?? otherwise, names),
    model: shapes.find((contract) => contract.shape === shape)?.one ?? alike[0],
  }
}
