import ts from 'typescript'
import type { Contract } from '../../contract/contract'
import { languageOf } from '../../languages/languages'
import { keysWritten } from './asked-values'
import { objectBehind } from './declarations'
import { nameOf } from './evaluate'
import { unwrap } from './nodes'
import { reachedFrom } from './reached'
import type { SourceSet } from './source-set'

/** Companions that are told of one component, at most. */
export const mostCompanionsTold = 6

/** Keys of what a component hands down to whatever stands in it, and of what it asks for. */
interface Handed {
  given: Set<string>
  asked: Set<string>
}

/**
 * Tells of each component which others of the library ask for what it hands down to them, in languages in
 * which a function does either (`setContext` and `getContext`, `provide` and `inject`).
 */
export function withContextCompanions(sources: SourceSet, contracts: readonly Contract[]): Contract[] {
  const handed = new Map(contracts.map((contract) => [contract, handedBy(sources, contract)]))
  const asking = contracts.filter((contract) => (handed.get(contract)?.asked.size ?? 0) > 0)
  return contracts.map((contract) => {
    const given = handed.get(contract)?.given
    if (!given?.size) return contract
    const used = new Set(contract.uses.map(({ tag }) => tag))
    const parts = asking
      .filter((part) => part.tag !== contract.tag && !used.has(part.tag))
      .filter((part) => part.language === contract.language)
      .filter((part) => [...handed.get(part)!.asked].some((key) => given.has(key)))
      .map(({ tag }) => tag)
    if (!parts.length) return contract
    return {
      ...contract,
      companions: [...new Set([...(contract.companions ?? []), ...parts])].slice(0, mostCompanionsTold),
    }
  })
}

function handedBy(sources: SourceSet, contract: Contract): Handed | undefined {
  const { handsDown } = languageOf(contract)
  const file = contract.files[0]
  const script = file === undefined ? undefined : sources.scripts.get(file)
  if (!handsDown || !script) return undefined
  return sources.once(`handed ${file}`, [file!], () => handedIn(sources, script, handsDown))
}

function handedIn(
  sources: SourceSet,
  script: ts.SourceFile,
  { by, askedBy }: { by: string; askedBy: string },
): Handed {
  const handed: Handed = { given: new Set(), asked: new Set() }
  for (const node of reachedFrom(sources, [script]))
    for (const { expression, arguments: given } of sources.gather(node).calls) {
      if (!ts.isIdentifier(expression)) continue
      const key = given[0] && keyOf(sources, given[0])
      if (key === undefined) continue
      if (expression.text === by) handed.given.add(key)
      else if (expression.text === askedBy) handed.asked.add(key)
    }
  for (const { name, initializer } of optionsIn(sources, script)) {
    const names = keysOf(sources, initializer)
    for (const key of names)
      (name === by ? handed.given : name === askedBy ? handed.asked : undefined)?.add(key)
  }
  return handed
}

/** What a key is known by: its text, or where the constant that holds it is declared. */
function keyOf(sources: SourceSet, expression: ts.Expression): string | undefined {
  const key = unwrap(expression)
  if (ts.isStringLiteralLike(key)) return `text ${key.text}`
  if (!ts.isIdentifier(key)) return undefined
  const found = sources.lookUp(key.getSourceFile().fileName, key.text)
  return found?.is === 'node' ? `${found.file} ${found.node.pos}` : undefined
}

/** The options of a component that is written as an object, by name. */
function optionsIn(
  sources: SourceSet,
  script: ts.SourceFile,
): { name: string; initializer: ts.Expression }[] {
  const exported = script.statements.find(ts.isExportAssignment)?.expression
  const plain = exported && unwrap(exported)
  const object = plain && ts.isCallExpression(plain) ? plain.arguments[0] : plain
  return (object ? (objectBehind(sources, object)?.properties ?? []) : []).flatMap((property) => {
    const name = property.name && nameOf(sources, property.name)
    if (name === undefined) return []
    if (ts.isPropertyAssignment(property)) return [{ name, initializer: property.initializer }]
    const returned = ts.isMethodDeclaration(property)
      ? property.body?.statements.find(ts.isReturnStatement)?.expression
      : undefined
    return returned ? [{ name, initializer: returned }] : []
  })
}

/** Keys that an option names: those of an object, or the texts of a list. */
function keysOf(sources: SourceSet, expression: ts.Expression): string[] {
  const node = unwrap(expression)
  if (ts.isArrayLiteralExpression(node)) return node.elements.flatMap((key) => keyOf(sources, key) ?? [])
  return keysWritten(sources, node).map((name) => `text ${name}`)
}
