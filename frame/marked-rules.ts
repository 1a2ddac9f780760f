import type { Dress, Found } from '../core/style/found'
import { mostOf, none, selectorsOf, specificityOf, type Specificity } from '../core/style/specificity'
import { adopt, adoptedIn } from './native'
import { saidBy } from './sheets'

// The browser itself is asked which rules reach an element: beside each rule stands, for a moment, another of
// the same selector and under the same conditions that sets a mark of ours, and the element's computed style
// has the mark or has it not.

export type Tree = Document | ShadowRoot

/** A rule of a sheet with the marks that tell whether it reaches an element. */
export interface Reach {
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
/** Custom properties that do not inherit, with what they are at first. */
export const alone = new Map<string, string | null>()
const nativeRegister = CSS.registerProperty.bind(CSS)
CSS.registerProperty = (definition) => {
  nativeRegister(definition)
  if (!definition.inherits) alone.set(definition.name, definition.initialValue ?? null)
}

const again = new CSSStyleSheet()
again.replaceSync('* { --kept-again: 1 }')

/** Whatever holds rules. */
interface Holder {
  cssRules: CSSRuleList
  insertRule(text: string, index: number): number
  deleteRule(index: number): void
}

/** Where rules stand: in which tree, layer and conditions, behind which rule, and whose they are. */
interface Context extends Omit<Reach, 'marks' | 'asIn' | 'style' | 'selector'> {
  parent: { nesting: Specificity; marks: Reach['marks']; selector: string } | undefined
}

/** Puts a mark beside every rule of some trees; what comes back tells them, and takes them out again. */
export function markRules(
  trees: Map<Tree, number>,
  isOurs: (sheet: CSSStyleSheet) => Found['by'] | undefined,
) {
  const marking = new Marking()
  for (const [tree, number] of trees) marking.markTree(tree, number, isOurs)
  marking.markNested()
  // a rule that is put in reaches parts of inner trees at once only where all of the tree is looked at again
  for (const tree of trees.keys()) adopt(tree, [...adoptedIn(tree), again])
  return {
    reaches: marking.reaches,
    layers: marking.layers,
    takeOut: () => {
      for (const tree of trees.keys()) adopt(tree, adoptedIn(tree).slice(0, -1))
      marking.takeOut()
    },
  }
}

/** Marks while they are put in, and what was put where. */
class Marking {
  readonly reaches: Reach[] = []
  readonly layers: Dress['layers'] = []
  private readonly put: { holder: Holder; index: number }[] = []
  private readonly nested: { style: CSSStyleDeclaration; name: string }[] = []
  private marks = 0
  private unnamed = 0

  markTree(tree: Tree, number: number, isOurs: (sheet: CSSStyleSheet) => Found['by'] | undefined): void {
    const host = tree instanceof ShadowRoot ? tree.host.localName : ''
    this.unnamed = 0
    for (const sheet of [...tree.styleSheets, ...adoptedIn(tree)]) {
      try {
        this.markAll(sheet as unknown as Holder, {
          tree: number,
          layer: [],
          within: [],
          parent: undefined,
          by: isOurs(sheet) ?? (host ? 'component' : 'page'),
          of: host,
          scope: undefined,
        })
      } catch {
        /* a sheet that nobody may read says nothing */
      }
    }
  }

  /** Marks what stands in rules beside other rules, once all others have theirs. */
  markNested(): void {
    for (const { style, name } of this.nested) style.setProperty(name, '1', 'important')
  }

  takeOut(): void {
    for (const { style, name } of this.nested) style.removeProperty(name)
    for (const { holder, index } of this.put.reverse()) holder.deleteRule(index)
  }

  private markAll(holder: Holder, context: Context): void {
    // what is put in comes after its rule, so that each rule is met once
    for (let i = 0; i < holder.cssRules.length; i++) {
      const rule = holder.cssRules[i]!
      if (rule instanceof CSSStyleRule) i += this.markStyle(rule, holder, i, context)
      else if (typeof CSSNestedDeclarations !== 'undefined' && rule instanceof CSSNestedDeclarations)
        this.noteNested(rule, context)
      else if (rule instanceof CSSImportRule) this.markImported(rule, context)
      else if (rule instanceof CSSLayerStatementRule)
        for (const name of rule.nameList) this.enter(context, name)
      else if (rule instanceof CSSLayerBlockRule)
        this.markAll(rule as unknown as Holder, { ...context, layer: this.enter(context, rule.name) })
      else if (rule instanceof CSSPropertyRule) {
        if (!rule.inherits) alone.set(rule.name, rule.initialValue)
      } else if (rule instanceof CSSGroupingRule) this.markGroup(rule, context)
    }
  }

  /** A rule with selectors, and what is nested in it; gives how many marks stand after it. */
  private markStyle(rule: CSSStyleRule, holder: Holder, at: number, context: Context): number {
    const { parent, ...reach } = context
    const nesting = parent?.nesting ?? none
    const marks: Reach['marks'] = []
    for (const selector of selectorsOf(rule.selectorText)) {
      const name = this.insert(holder, selector, at + 1)
      if (name !== undefined) marks.push({ name, specificity: specificityOf(selector, nesting) })
    }
    const selector = saidBy(rule)
    this.reaches.push({ ...reach, marks, style: rule.style, selector })
    this.markAll(rule as unknown as Holder, {
      ...context,
      parent: { nesting: mostOf(rule.selectorText, nesting), marks, selector },
    })
    return marks.length
  }

  /** Puts a rule in that sets a mark; nothing where the browser does not take its selector. */
  private insert(holder: Holder, selector: string, index: number): string | undefined {
    const name = markName(this.marks)
    try {
      holder.insertRule(`${selector} { ${name}: 1 !important }`, index)
    } catch {
      return undefined
    }
    this.marks++
    this.put.push({ holder, index })
    return name
  }

  /** `&` stands for no pseudo-element, and these declarations may: they carry their mark themselves. */
  private noteNested({ style }: CSSNestedDeclarations, { parent, ...reach }: Context): void {
    if (!parent) return
    const name = markName(this.marks++)
    const { marks: asIn, selector } = parent
    this.reaches.push({ ...reach, marks: [{ name, specificity: none }], asIn, style, selector })
    this.nested.push({ style, name })
  }

  private markImported(rule: CSSImportRule, context: Context): void {
    const layer = rule.layerName === null ? context.layer : this.enter(context, rule.layerName)
    const { mediaText } = rule.media
    const within = mediaText ? [...context.within, `@import ${mediaText}`] : context.within
    if (rule.styleSheet) this.markAll(rule.styleSheet as unknown as Holder, { ...context, layer, within })
  }

  private markGroup(rule: CSSGroupingRule, context: Context): void {
    const said = rule.cssText.slice(0, rule.cssText.indexOf('{')).trim()
    const isScope = typeof CSSScopeRule !== 'undefined' && rule instanceof CSSScopeRule
    this.markAll(rule as unknown as Holder, {
      ...context,
      within: [...context.within, said],
      scope: isScope ? rule : context.scope,
    })
  }

  /** The layer of a name inside another, which stands in the order of layers from here on. */
  private enter({ tree, layer }: Context, name: string): string[] {
    const path = [...layer, ...(name === '' ? [`(unnamed ${++this.unnamed})`] : name.split('.'))]
    this.layers.push({ tree, path })
    return path
  }
}
