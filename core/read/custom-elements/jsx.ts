import ts from 'typescript'
import type { Place } from '../../contract/member'
import { keysAnswered } from '../source/native-keys'
import { textsOf } from '../source/texts'
import type { SourceSet } from '../source/source-set'
import { customElementName, forwardedParts, type TemplateFacts } from './template'

/** An element that JSX makes, as it is written or as a compiler leaves it, with its attributes. */
interface Made {
  tag: string
  attribute(name: string): string[]
}

/** Slots, parts and used components of a class whose markup is written in JSX: `<slot name="icon" />`. */
export function readElementJsx(sources: SourceSet, reach: readonly ts.Node[]): TemplateFacts {
  const facts: TemplateFacts = { slots: [], parts: [], uses: [], styles: [], fallbackHooks: [], answers: [] }
  for (const root of reach) {
    const { elements, calls } = sources.gather(root)
    for (const element of elements) take(facts, writtenElement(sources, element), sources.place(element))
    for (const call of calls) {
      const made = calledElement(sources, call)
      if (made) take(facts, made, sources.place(call))
    }
  }
  return facts
}

function take(facts: TemplateFacts, made: Made, place: Place): void {
  const common = { place, known: 'declared' as const, disagreements: [] }
  facts.answers.push(...keysAnswered(made.tag, (name) => made.attribute(name)[0]))
  if (made.tag === 'slot') {
    const names = made.attribute('name')
    for (const name of names.length ? names : [''])
      facts.slots.push({ kind: 'slot', name, ...common, fallback: '', feeds: [] })
  }
  for (const part of made.attribute('part'))
    for (const name of part.split(/\s+/).filter(Boolean))
      facts.parts.push({ kind: 'part', name, ...common, element: made.tag })
  for (const forwarded of made.attribute('exportparts'))
    for (const { inner, outer } of forwardedParts(forwarded))
      facts.parts.push({ kind: 'part', name: outer, ...common, from: { tag: made.tag, part: inner } })
  if (customElementName.test(made.tag)) facts.uses.push({ tag: made.tag, place })
}

function writtenElement(sources: SourceSet, node: ts.JsxOpeningElement | ts.JsxSelfClosingElement): Made {
  return {
    tag: node.tagName.getText(),
    attribute(name) {
      const found = node.attributes.properties.find(
        (property): property is ts.JsxAttribute =>
          ts.isJsxAttribute(property) && property.name.getText() === name,
      )?.initializer
      if (!found) return []
      if (ts.isStringLiteral(found)) return [found.text]
      return ts.isJsxExpression(found) && found.expression ? textsOf(sources, found.expression) : []
    },
  }
}

/** `_jsx("slot", { name: "icon" })`, `h("slot", null)`: the element's name first, its attributes second. */
function calledElement(sources: SourceSet, node: ts.CallExpression): Made | undefined {
  if (!ts.isIdentifier(node.expression)) return undefined
  const [tag, attributes] = node.arguments
  if (!tag || !ts.isStringLiteralLike(tag)) return undefined
  const given = attributes && ts.isObjectLiteralExpression(attributes) ? attributes : undefined
  if (!given && attributes?.kind !== ts.SyntaxKind.NullKeyword) return undefined
  return {
    tag: tag.text,
    attribute(name) {
      const found = given?.properties.find(
        (property): property is ts.PropertyAssignment =>
          ts.isPropertyAssignment(property) && property.name.getText().replace(/['"]/g, '') === name,
      )
      return found ? textsOf(sources, found.initializer) : []
    },
  }
}
