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

/** Puts a mark beside every rule of some trees; what comes back tells them, and takes them out again. */
export function markRules(
  trees: Map<Tree, number>,
  isOurs: (sheet: CSSStyleSheet) => Found['by'] | undefined,
) {
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
