import { noScope, type Dress, type Found, type Node as Line } from '../core/style/found'
import { Tokens, walkSheet } from '../core/style/sheet'
import {
  compareSpecificity,
  mostOf,
  none,
  selectorsOf,
  specificityOf,
  type Specificity,
} from '../core/style/specificity'
import { physical } from '../core/style/cascade'
import { inheritance } from './inherits'
import { adopt, adoptedIn } from './native'
import { rootOf, rootsIn, saidBy } from './sheets'

// What a component really rendered, and what dresses one element of it. The browser itself is asked which
// rules reach an element: beside each rule stands, for a moment, another of the same selector and under the
// same conditions that sets a mark of ours, and the element's computed style has the mark or has it not.

type Tree = Document | ShadowRoot
const shown = new Map<number, Element>()
const ids = new WeakMap<Node, number>()
let counted = 0
const idOf = (node: Node): number => {
  let id = ids.get(node)
  if (id === undefined) ids.set(node, (id = ++counted))
  return id
}

const most = 3000
/** Elements of which every computed value is told. */
const mostStyled = 300
const styleOf = (element: Element): Record<string, string> => {
  const style = getComputedStyle(element)
  return Object.fromEntries([...style].map((name) => [name, style.getPropertyValue(name).slice(0, 2000)]))
}
const unseen = new Set(['style', 'script', 'link', 'template'])
const isDrawn = (element: Element, pseudo: string): boolean =>
  !['none', 'normal'].includes(getComputedStyle(element, pseudo).content)

/** The markup below a place, shadow trees first, line by line. */
export function markupIn(place: Element, component: string, styles = false): Line[] {
  shown.clear()
  const lines: Line[] = []
  const visit = (node: Node, depth: number, of: string): void => {
    if (lines.length >= most) return
    if (node instanceof Text) {
      const text = node.data.replace(/\s+/g, ' ').trim()
      if (text)
        lines.push({
          id: idOf(node),
          depth,
          is: 'text',
          name: text.slice(0, 500),
          attributes: [],
          of,
          slot: null,
          pseudo: [],
        })
      return
    }
    if (!(node instanceof Element) || unseen.has(node.localName)) return
    const id = idOf(node)
    shown.set(id, node)
    const attributes = [...node.attributes]
      .filter(({ name }) => !name.startsWith('data-kept-'))
      .slice(0, 100)
      .map(({ name, value }): [string, string] => [
        name.slice(0, 200),
        (name === 'part' ? value.replace(/\s*\bkept-held-\S+/g, '') : value).slice(0, 500),
      ])
    const slot =
      node.parentElement && rootOf(node.parentElement) ? (node.assignedSlot ?? slotFor(node)) : null
    lines.push({
      id,
      depth,
      is: 'element',
      name: node.localName.slice(0, 500),
      attributes,
      of,
      slot: slot ? slot.name : null,
      pseudo: ['::before', '::after'].filter((text) => isDrawn(node, text)),
      ...(styles && shown.size <= mostStyled ? { style: styleOf(node) } : {}),
    })
    const root = rootOf(node)
    if (root) {
      lines.push({
        id: idOf(root),
        depth: depth + 1,
        is: 'tree',
        name: node.localName.slice(0, 500),
        attributes: [],
        of: node.localName,
        slot: null,
        pseudo: [],
      })
      for (const child of root.childNodes) visit(child, depth + 2, node.localName)
    }
    for (const child of node.childNodes) visit(child, depth + 1, of)
  }
  for (const child of place.childNodes) visit(child, 0, component)
  return lines
}
/** `assignedSlot` says nothing of closed trees. */
const slotFor = (node: Element): HTMLSlotElement | null => {
  const root = node.parentElement && rootOf(node.parentElement)
  return (
    [...(root?.querySelectorAll('slot') ?? [])].find((slotElement) =>
      slotElement.assignedNodes().includes(node),
    ) ?? null
  )
}

/**
 * What an element inherits from (CSS Scoping Level 1, section 3.2.3): the slot that shows it, or what it
 * stands in.
 */
const above = (element: Element): Element | null => {
  const slot =
    element.assignedSlot ?? (element.parentElement && rootOf(element.parentElement) ? slotFor(element) : null)
  if (slot) return slot
  const parent = element.parentNode
  return parent instanceof ShadowRoot ? parent.host : parent instanceof Element ? parent : null
}

interface Reach {
  marks: { name: string; specificity: Specificity }[]
  /**
   * Marks of the rule that these declarations belong to, where they stand in a condition or behind a nested
   * rule: they are as specific.
   */
  asIn?: Reach['marks']
  style: CSSStyleDeclaration
  tree: number
  layer: string[]
  within: string[]
  selector: string
  by: Found['by']
  of: string
  scope: CSSScopeRule | undefined
}

const registered = new Set<string>()
/** A custom property that does not inherit, by number; once registered it stays. */
function markName(n: number): string {
  const name = `--kept-mark-${n}`
  if (!registered.has(name)) {
    nativeRegister({ name, syntax: '*', inherits: false })
    registered.add(name)
  }
  return name
}
const alone = new Map<string, string | null>()
const nativeRegister = CSS.registerProperty.bind(CSS)
CSS.registerProperty = (definition) => {
  nativeRegister(definition)
  if (!definition.inherits) alone.set(definition.name, definition.initialValue ?? null)
}

const scratch = document.createElement('i').style
/** The longhands that one declaration sets, with its own text where they have none of their own yet. */
function longhands(property: string, value: string): { property: string; value: string; as?: string }[] {
  if (property.startsWith('--') || property === 'all') return [{ property, value }]
  scratch.cssText = ''
  scratch.setProperty(property, value)
  const names = [...scratch]
  return names.length <= 1
    ? [{ property: names[0] ?? property, value }]
    : names.map((name) => ({ property: name, value: scratch.getPropertyValue(name) || value, as: property }))
}
/** Declarations as they are written, shorthands kept where a value waits for a custom property. */
function* declarationsOf(
  style: CSSStyleDeclaration,
): Generator<{ property: string; value: string; important: boolean; as?: string }> {
  const shorthands = new Map<string, string>()
  const tokens = new Tokens(`x{${style.cssText}}`)
  walkSheet(tokens, {
    rule: () => undefined,
    ruleEnd: () => undefined,
    declaration: (property, _at, value) => {
      if (property.startsWith('--') || property === 'all') return
      const all = longhands(property, tokens.slice(value).replace(/\s*!\s*important$/, ''))
      if (all.length > 1) for (const entry of all) shorthands.set(entry.property, property)
    },
  })
  const told = new Set<string>()
  for (const name of style) {
    if (told.has(name)) continue
    const important = style.getPropertyPriority(name) === 'important'
    // `all` has no text of its own once something after it says otherwise: what it said stands in the rest
    const value =
      style.getPropertyValue(name) ||
      (name === 'all'
        ? (['zoom', 'float', 'position', 'clear', 'color-scheme']
            .map((text) => style.getPropertyValue(text))
            .find((text) => /^(?:unset|initial|inherit|revert|revert-layer)$/.test(text)) ?? '')
        : '')
    if (value !== '') {
      told.add(name)
      const short = shorthands.get(name)
      yield { property: name, value, important, ...(short ? { as: short } : {}) }
      continue
    }
    // a longhand of a shorthand whose value is not known yet
    const short = shorthandsOf(name).find((shorthand) => style.getPropertyValue(shorthand) !== '')
    const text = short ? style.getPropertyValue(short) : ''
    for (const longhand of short ? longhands(short, text) : [{ property: name, value: text }]) {
      if (told.has(longhand.property)) continue
      told.add(longhand.property)
      yield { property: longhand.property, value: text, important, ...(short ? { as: short } : {}) }
    }
  }
}
/**
 * Shorthands a longhand may have come from: by its name, shorter and shorter, and those that are named
 * otherwise.
 */
function shorthandsOf(name: string): string[] {
  const pieces = name.split('-')
  const found = pieces.map((_, i) => pieces.slice(0, pieces.length - i).join('-')).slice(1)
  if (pieces[0] === 'border' && pieces.length > 2) found.unshift(`border-${pieces.at(-1)}`)
  const radius = /^border-.*-radius$/.test(name) ? ['border-radius'] : []
  const inset = ['top', 'right', 'bottom', 'left'].includes(name) ? ['inset'] : []
  const others = name.startsWith('flex')
    ? ['flex', 'flex-flow']
    : name.startsWith('font') || name === 'line-height'
      ? ['font', 'font-variant', 'font-synthesis']
      : /^(?:row|column)-gap$/.test(name)
        ? ['gap']
        : /^(?:align|justify)-(?:content|items|self)$/.test(name)
          ? [`place-${name.split('-')[1]}`]
          : /^overflow-/.test(name)
            ? ['overflow']
            : /^grid/.test(name)
              ? ['grid-area', 'grid-row', 'grid-column', 'grid-template', 'grid']
              : /^column-/.test(name)
                ? ['columns', 'column-rule']
                : /^text-wrap|^white-space/.test(name)
                  ? ['white-space', 'text-wrap']
                  : []
  return [...found, ...radius, ...inset, ...others, 'background', 'mask', 'transition', 'animation'].filter(
    (text, i, list) => list.indexOf(text) === i && text !== name,
  )
}

const again = new CSSStyleSheet()
again.replaceSync('* { --kept-again: 1 }')

/** Puts a mark beside every rule of some trees; what comes back tells them, and takes them out again. */
function markRules(trees: Map<Tree, number>, isOurs: (sheet: CSSStyleSheet) => Found['by'] | undefined) {
  const reaches: Reach[] = []
  const layers: Dress['layers'] = []
  const put: { holder: { deleteRule(index: number): void }; index: number }[] = []
  const nested: { style: CSSStyleDeclaration; name: string }[] = []
  let marks = 0
  interface Holder {
    cssRules: CSSRuleList
    insertRule(text: string, index: number): number
    deleteRule(index: number): void
  }

  for (const [tree, number] of trees) {
    const host = tree instanceof ShadowRoot ? tree.host.localName : ''
    const visit = (
      holder: Holder,
      context: {
        layer: string[]
        within: string[]
        parent: { nesting: Specificity; marks: Reach['marks']; selector: string } | undefined
        by: Found['by']
        scope: CSSScopeRule | undefined
      },
    ): void => {
      // what is put in comes after its rule, so that each rule is met once
      for (let i = 0; i < holder.cssRules.length; i++) {
        const rule = holder.cssRules[i]!
        const add = (selector: string): string | undefined => {
          const name = markName(marks)
          try {
            holder.insertRule(`${selector} { ${name}: 1 !important }`, i + 1)
          } catch {
            return undefined
          }
          marks++
          put.push({ holder, index: i + 1 })
          return name
        }
        const reach = {
          tree: number,
          layer: context.layer,
          within: context.within,
          by: context.by,
          of: host,
          scope: context.scope,
        }
        if (rule instanceof CSSStyleRule) {
          const nesting = context.parent?.nesting ?? none
          const own: Reach['marks'] = []
          let added = 0
          for (const selector of selectorsOf(rule.selectorText)) {
            const name = add(selector)
            if (name !== undefined) {
              added++
              own.push({ name, specificity: specificityOf(selector, nesting) })
            }
          }
          reaches.push({ ...reach, marks: own, style: rule.style, selector: saidBy(rule) })
          visit(rule as unknown as Holder, {
            ...context,
            parent: { nesting: mostOf(rule.selectorText, nesting), marks: own, selector: saidBy(rule) },
          })
          i += added
        } else if (
          typeof CSSNestedDeclarations !== 'undefined' &&
          rule instanceof CSSNestedDeclarations &&
          context.parent
        ) {
          // `&` stands for no pseudo-element, and these declarations may: they carry their mark themselves
          const name = markName(marks++)
          const { style } = rule
          reaches.push({
            ...reach,
            marks: [{ name, specificity: none }],
            asIn: context.parent.marks,
            style,
            selector: context.parent.selector,
          })
          nested.push({ style, name })
        } else if (rule instanceof CSSImportRule) {
          const layer = rule.layerName === null ? context.layer : enter(number, context.layer, rule.layerName)
          if (rule.styleSheet)
            visit(rule.styleSheet as unknown as Holder, {
              ...context,
              layer,
              within: rule.media.mediaText
                ? [...context.within, `@import ${rule.media.mediaText}`]
                : context.within,
            })
        } else if (rule instanceof CSSLayerStatementRule)
          for (const name of rule.nameList) enter(number, context.layer, name)
        else if (rule instanceof CSSLayerBlockRule)
          visit(rule as unknown as Holder, { ...context, layer: enter(number, context.layer, rule.name) })
        else if (rule instanceof CSSPropertyRule) {
          if (!rule.inherits) alone.set(rule.name, rule.initialValue)
        } else if (rule instanceof CSSGroupingRule) {
          const said = rule.cssText.slice(0, rule.cssText.indexOf('{')).trim()
          visit(rule as unknown as Holder, {
            ...context,
            within: [...context.within, said],
            scope: typeof CSSScopeRule !== 'undefined' && rule instanceof CSSScopeRule ? rule : context.scope,
          })
        }
      }
    }
    let unnamed = 0
    const enter = (inTree: number, outer: string[], name: string): string[] => {
      const path = [...outer, ...(name === '' ? [`(unnamed ${++unnamed})`] : name.split('.'))]
      layers.push({ tree: inTree, path })
      return path
    }
    for (const sheet of [...tree.styleSheets, ...adoptedIn(tree)]) {
      try {
        visit(sheet as unknown as Holder, {
          layer: [],
          within: [],
          parent: undefined,
          by: isOurs(sheet) ?? (host ? 'component' : 'page'),
          scope: undefined,
        })
      } catch {
        /* a sheet that nobody may read says nothing */
      }
    }
  }
  for (const { style, name } of nested) style.setProperty(name, '1', 'important')
  // a rule that is put in reaches parts of inner trees at once only where all of the tree is looked at again
  for (const tree of trees.keys()) adopt(tree, [...adoptedIn(tree), again])
  return {
    reaches,
    layers,
    takeOut: () => {
      for (const tree of trees.keys()) adopt(tree, adoptedIn(tree).slice(0, -1))
      for (const { style, name } of nested) style.removeProperty(name)
      for (const { holder, index } of put.reverse()) holder.deleteRule(index)
    },
  }
}

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

const ring = document.createElement('div')
ring.setAttribute('data-kept-ring', '')
/** Draws a line around one element, above everything; around none where it is not there. */
export function ringAround(id: number | null): void {
  const element = id === null ? undefined : shown.get(id)
  if (!element) return ring.remove()
  const { left, top, width, height } = element.getBoundingClientRect()
  ring.style.cssText =
    `position: fixed; left: ${left - 3}px; top: ${top - 3}px; width: ` +
    `${width + 6}px; height: ${height + 6}px; box-sizing: border-box; border: 2px solid ` +
    '#1C6B58; outline: 1px solid #fff; border-radius: 2px; pointer-events: none; z-index: 2147483647;'
  document.documentElement.append(ring)
}
/** The element under a point that {@link markupIn} told of, through shadow trees. */
export function idAt(x: number, y: number): number | undefined {
  let at = document.elementFromPoint(x, y)
  for (let root = at && rootOf(at); root; root = at && rootOf(at)) {
    const inner = root.elementFromPoint(x, y)
    if (!inner || inner === at) break
    at = inner
  }
  for (let element: Element | null = at; element; element = above(element)) {
    const id = ids.get(element)
    if (id !== undefined && shown.has(id)) return id
  }
  return undefined
}
