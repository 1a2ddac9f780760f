import { physical } from '../core/style/cascade'
import { noScope, type Dress, type Found } from '../core/style/found'
import { compareSpecificity } from '../core/style/specificity'
import { declarationsOf } from './declarations'
import { inheritance } from './inherits'
import { above, ids, shown } from './markup'
import { alone, markRules, type Tree } from './marked-rules'
import { rootOf, rootsIn } from './sheets'

// What dresses one element: all that is declared for it and for what it inherits from.

/** Steps from an element up to the root of a scope. */
function stepsTo(scope: CSSScopeRule | undefined, element: Element): number {
  if (!scope?.start) return noScope
  let steps = 0
  for (let at: Element | null = element; at; at = at.parentElement, steps++)
    if (at.matches(scope.start)) return steps
  return noScope
}

const labelOf = (element: Element): string =>
  `${element.localName}${element.id ? `#${element.id}` : ''}${[...element.classList]
    .slice(0, 3)
    .map((text) => `.${text}`)
    .join('')}`.slice(0, 300)

/** What dresses one element: all that is declared for it and for what it inherits from. */
// eslint-disable-next-line max-lines-per-function -- the answer to one question, put together from parts that share what was marked
export function dressOf(
  id: number,
  pseudo: string,
  isOurs: (sheet: CSSStyleSheet) => Found['by'] | undefined,
): Dress | undefined {
  const element = shown.get(id)
  if (!element?.isConnected) return undefined
  const path: Element[] = []
  for (let at: Element | null = element; at && path.length < 200; at = above(at)) path.push(at)
  const order = new Map([...rootsIn()].map((tree, i) => [tree, i]))
  const trees = new Map<Tree, number>()
  for (const element of path)
    for (const tree of [element.getRootNode(), rootOf(element)])
      if (tree instanceof Document || tree instanceof ShadowRoot) trees.set(tree, order.get(tree) ?? 0)
  const { reaches, layers, takeOut } = markRules(new Map([...trees].sort((a, b) => a[1] - b[1])), isOurs)
  try {
    let count = 0
    const starts = reaches.map((reach) => {
      const from = count
      count += reach.style.length + 1
      return from
    })
    // a pseudo-element inherits from the element it belongs to
    const links = pseudo
      ? [{ of: element, pseudo }, ...path.map((of) => ({ of, pseudo: '' }))]
      : path.map((of) => ({ of, pseudo: '' }))
    // eslint-disable-next-line max-lines-per-function -- what is told of one element, from parts that share what was marked
    const chain = links.map(({ of, pseudo: which }) => {
      const style = getComputedStyle(of, which || null)
      const declared: Found[] = []
      reaches.forEach((reach, r) => {
        const hit = reach.marks.filter(({ name }) => style.getPropertyValue(name) !== '')
        if (hit.length === 0) return
        const specificity = [
          ...hit,
          ...(reach.asIn ?? []).filter(({ name }) => style.getPropertyValue(name) !== ''),
        ]
          .map((entry) => entry.specificity)
          .reduce((a, b) => (compareSpecificity(a, b) < 0 ? b : a))
        let at = starts[r]!
        for (const declaration of declarationsOf(reach.style)) {
          if (declaration.property.startsWith('--kept-')) continue
          if (declared.length >= 5000) break
          declared.push({
            property: declaration.property,
            value: declaration.value.slice(0, 2000),
            important: declaration.important,
            ...(declaration.as ? { as: declaration.as } : {}),
            tree: reach.tree,
            attached: false,
            layer: reach.layer,
            specificity: [...specificity],
            proximity: stepsTo(reach.scope, of),
            order: at++,
            by: reach.by,
            of: reach.of,
            selector: reach.selector.slice(0, 2000),
            within: reach.within.map((text) => text.slice(0, 500)).slice(0, 20),
          })
        }
      })
      if (!which && (of instanceof HTMLElement || of instanceof SVGElement)) {
        const root = of.getRootNode()
        let at = 0
        for (const declaration of declarationsOf(of.style)) {
          declared.push({
            property: declaration.property,
            value: declaration.value.slice(0, 2000),
            important: declaration.important,
            ...(declaration.as ? { as: declaration.as } : {}),
            tree: root instanceof Document || root instanceof ShadowRoot ? (order.get(root) ?? 0) : 0,
            attached: true,
            layer: [],
            specificity: [0, 0, 0],
            proximity: noScope,
            order: at++,
            by:
              of === document.documentElement || of === document.body || of.id === 'parent'
                ? 'surround'
                : root instanceof ShadowRoot
                  ? 'component'
                  : 'page',
            of: root instanceof ShadowRoot ? root.host.localName : '',
            selector: '',
            within: [],
          })
        }
      }
      return {
        label: `${labelOf(of)}${which}`,
        id: ids.get(of) ?? null,
        writing: { direction: style.direction, mode: style.writingMode },
        declared,
      }
    })
    const [first] = chain
    const style = getComputedStyle(element, pseudo || null)
    const names = new Set([
      ...(first?.declared ?? []).map((member) => physical(member.property, first!.writing)),
      ...inheritedOf(chain),
    ])
    const customs = chain.flatMap((entry) =>
      entry.declared.flatMap(({ property }) => (property.startsWith('--') ? [property] : [])),
    )
    const computed = Object.fromEntries(
      [...names, ...customs]
        .filter((name) => name !== 'all')
        .map((name) => [name.slice(0, 300), style.getPropertyValue(name).trim().slice(0, 2000)]),
    )
    return {
      node: id,
      pseudo,
      chain,
      layers: layers.slice(0, 2000),
      alone: [...alone].slice(0, 2000).map(([name, initial]) => ({ name, initial })),
      inherits: inheritance(),
      computed,
    }
  } finally {
    takeOut()
  }
}
/** What is declared further up may come down. */
const inheritedOf = (chain: Dress['chain']): string[] =>
  chain
    .slice(1)
    .flatMap(({ declared, writing }) =>
      declared
        .filter((member) => !member.property.startsWith('--'))
        .map((member) => physical(member.property, writing)),
    )
