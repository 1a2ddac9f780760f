import ts from 'typescript'
import type { Problem } from '../../problem'
import { classOf } from '../custom-elements/registrations'
import { customElementName } from '../custom-elements/template'
import { isInPackage } from '../source/packages'
import { valueOfDeclaration } from '../source/declarations'
import type { SourceSet } from '../source/source-set'
import { unwrap } from '../source/nodes'
import type { FoundComponent } from './components'

/**
 * Components apart from those that only wrap an element of the library for another framework: they are made
 * by a call that is handed the element's class, as in `make({ tagName: 'x-chip', elementClass: Chip })`.
 */
export function withoutWrappers(
  sources: SourceSet,
  all: readonly FoundComponent[],
): { found: FoundComponent[]; wrappers: FoundComponent[] } {
  const wrappers = all.filter(({ node }) => wrapsElement(sources, node))
  return { found: all.filter((component) => !wrappers.includes(component)), wrappers }
}

function wrapsElement(sources: SourceSet, node: ts.Declaration): boolean {
  const value = valueOfDeclaration(node)
  const call = value && unwrap(value)
  if (!call || !ts.isCallExpression(call)) return false
  const properties = call.arguments
    .map(unwrap)
    .flatMap((given) => (ts.isObjectLiteralExpression(given) ? [...given.properties] : []))
  const isTagged = properties.some(
    (property) =>
      ts.isPropertyAssignment(property) &&
      ts.isStringLiteralLike(property.initializer) &&
      customElementName.test(property.initializer.text),
  )
  return isTagged && properties.some((property) => isOwnClass(sources, property))
}

function isOwnClass(sources: SourceSet, property: ts.ObjectLiteralElementLike): boolean {
  const value = ts.isPropertyAssignment(property)
    ? property.initializer
    : ts.isShorthandPropertyAssignment(property)
      ? property.name
      : undefined
  const node = value && classOf(sources, value)
  return node !== undefined && !isInPackage(node.getSourceFile().fileName)
}

/** What is said of wrappers, which are not on the shelf. */
export function wrappersAside(sources: SourceSet, wrappers: readonly FoundComponent[]): Problem {
  const [first] = wrappers
  const are = wrappers.length === 1 ? 'component wraps' : 'components wrap'
  const were = wrappers.length === 1 ? 'It was' : 'They were'
  return {
    code: 'left-aside-wrappers',
    what:
      `${wrappers.length} ${are} elements of the library for another framework, ${first!.name} first. ` +
      `${were} left aside.`,
    where: sources.place(first!.node),
    todo: 'Nothing to do: the elements themselves are on the shelf.',
  }
}
