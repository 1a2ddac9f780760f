import { type Contract } from '../../contract/contract'
import { escapeAttribute, escapeText, htmlAttribute } from '../html'
import type { Usage } from '../usage'
import type { Dialect } from './markup'
import { isMadeByScript, literal, stringLiteral, unicodeEscape } from './script'
import {
  callsOf,
  componentOr,
  elementContent,
  imports,
  isBare,
  nameToHoldBy,
  print,
  setProps,
  setStyles,
  type CodeInput,
  type SetProp,
} from './shared'

/** What the class of the example holds beside its template. */
interface ClassParts {
  fields: string[]
  /** What is done with elements once they are there, by the name they are held by. */
  done: Map<string, string[]>
  usesSanitizer: boolean
}

/** Braces in an expression's strings are read as interpolation before the expression is: they are escapes. */
const withoutBraces = (script: string): string =>
  script.replace(/'(?:\\.|[^'\\])*'/g, (text) =>
    text.replace(/[{}]/g, (brace) => (brace === '{' ? '\\u007b' : '\\u007d')),
  )
const bound = (name: string, script: string): string =>
  `[${name}]="${escapeAttribute(withoutBraces(script))}"`

/** What means something in text or in an attribute: interpolation, blocks, expansions, and white space. */
const means = /[{}@]/
const isAsWritten = (text: string): boolean => !means.test(text) && !/[\n\r\t\f]/.test(text)

function textAttribute(name: string, text: string): string {
  return isAsWritten(text) ? htmlAttribute(name, text) : bound(`attr.${name}`, stringLiteral(text))
}

const makeDialect = (parts: ClassParts): Dialect => ({
  plain: (text) => (isAsWritten(text) ? escapeText(text) : undefined),
  // white space is made one space in strings too
  expression: (text) => {
    const script = stringLiteral(text).replace(/(?<=\s)\s/g, unicodeEscape)
    return `{{ ${escapeText(withoutBraces(script))} }}`
  },
  space: '&ngsp;',
  // as an attribute it only says what is so when a parser makes the element (HTML, 4.8.11.13)
  attribute: (name, text) => (name === 'muted' ? '[muted]="true"' : textAttribute(name, text)),
  canWrite: ({ attrs }) =>
    attrs.every(({ name }) => !/^(?:on|bind-|bindon-|let-|ref-|i18n|ng|animate)/i.test(name)),
  raw: (markup, slot) => {
    const field = `markup${parts.fields.length || ''}`
    parts.usesSanitizer = true
    parts.fields.push(`${field} = inject(DomSanitizer).bypassSecurityTrustHtml(${stringLiteral(markup)})`)
    const place = slot ? ` slot="${escapeAttribute(slot)}"` : ''
    return `<span${place} style="display: contents" [innerHTML]="${field}"></span>`
  },
})

/** A template can make no dates and functions: they are fields of the class. */
export function angularCode(input: CodeInput): string {
  const parts: ClassParts = { fields: [], done: new Map(), usesSanitizer: false }
  const called = callsOf(input)
  if (called) parts.done.set(called.name, [...called.calls])
  const template = angularElement(input, input.contract, input.usage, '', '    ', parts, called?.name)
    .replace(/[\\`]/g, '\\$&')
    .replaceAll('${', '\\${')
  const held = [...parts.done.keys()]
  const fields = [
    ...parts.fields,
    ...held.map((name) => `@ViewChild('${name}') ${name}!: ElementRef`),
    ...(held.length ? [afterViewInit(parts.done)] : []),
  ]
  const core = ['Component', 'CUSTOM_ELEMENTS_SCHEMA', ...(held.length ? ['ElementRef', 'ViewChild'] : [])]
  const lines = [
    ...imports(input),
    `import { ${[...core, ...(parts.usesSanitizer ? ['inject'] : [])].join(', ')} } from '@angular/core'`,
    ...(parts.usesSanitizer ? [`import { DomSanitizer } from '@angular/platform-browser'`] : []),
  ]
  const body = fields.length ? ` {\n${fields.map((field) => `  ${field}\n`).join('')}}` : ' {}'
  return (
    `${lines.join('\n')}\n\n@Component({\n  selector: 'app-example',\n  schemas: ` +
    `[CUSTOM_ELEMENTS_SCHEMA],\n  template: \`\n    ${template}\n  \`,\n})\nexport class Example${body}`
  )
}

const afterViewInit = (done: ReadonlyMap<string, string[]>): string =>
  `ngAfterViewInit() {\n${[...done]
    .flatMap(([name, acts]) => acts.map((act) => `    this.${name}.nativeElement.${act}\n`))
    .join('')}  }`

/** Holds an element so that its class can do something with it; gives the name. */
function hold(parts: ClassParts, contract: Contract): string {
  const base = nameToHoldBy(contract)
  let name = base
  for (let i = 2; parts.done.has(name); i++) name = `${base}${i}`
  parts.done.set(name, [])
  return name
}

function angularElement(
  input: CodeInput,
  contract: Contract,
  usage: Usage,
  slot: string,
  indent: string,
  parts: ClassParts,
  heldAs?: string,
): string {
  let held = heldAs
  const attributes = setProps(contract, usage).flatMap((set) => {
    const { prop, value } = set
    // a template binds no property that is called like a handler
    if (!prop.attributeOnly && /^on/i.test(prop.name) && !(prop.attribute && typeof value === 'string')) {
      held ??= hold(parts, contract)
      parts.done.get(held)!.unshift(`${prop.name} = ${literal(value)}`)
      return []
    }
    return [angularProp(set, usage, parts)]
  })
  const dialect = makeDialect(parts)
  for (const [name, text] of Object.entries(usage.attributes ?? {}))
    attributes.push(textAttribute(name, text))
  attributes.push(...setStyles(usage))
  if (held) attributes.unshift(`#${held}`)
  if (slot) attributes.unshift(`slot="${escapeAttribute(slot)}"`)
  const inside = Object.entries(usage.slots).map(([name, filling]) =>
    filling.is === 'component'
      ? componentOr(input, filling, (own) =>
          angularElement(input, own, filling.usage, name, `${indent}  `, parts),
        )
      : elementContent(dialect, name, filling),
  )
  return print({ open: contract.tag, attributes, inside }, indent, false, 'by elements')
}

function angularProp(set: SetProp, usage: Usage, parts: ClassParts): string {
  const { prop, value } = set
  if (isMadeByScript(value)) {
    const field = `${prop.name}${parts.fields.length || ''}`
    parts.fields.push(`${field} = ${literal(value)}`)
    return `[${prop.name}]="${field}"`
  }
  // an attribute that is set apart leaves the property to a binding
  const attribute = usage.attributes?.[prop.attribute ?? ''] === undefined ? prop.attribute : undefined
  if (attribute && typeof value === 'string' && isAsWritten(value))
    return `${attribute}="${escapeAttribute(value)}"`
  if (attribute && isBare(set)) return attribute
  const name = prop.attributeOnly ? `attr.${prop.attribute ?? prop.name}` : prop.name
  return bound(name, literal(prop.attributeOnly && typeof value === 'number' ? String(value) : value))
}
