import { type Contract } from '../../contract/contract'
import { escapeAttribute } from '../html'
import type { Usage } from '../usage'

import {
  type CodeInput,
  print,
  imports,
  setProps,
  setAttributes,
  setStyles,
  callsOf,
  literal,
  isMadeByScript,
  elementContent,
} from './shared'

/** A template can make no dates and functions: they are fields of the class. */
export function angularCode(input: CodeInput): string {
  const fields: string[] = []
  const called = callsOf(input)
  const template = angularElement(input, input.contract, input.usage, '', '    ', fields, called?.name)
    .replaceAll('`', '\\`')
    .replaceAll('${', '\\${')
  if (called)
    fields.push(
      `@ViewChild('${called.name}') ${called.name}!: ElementRef`,
      `ngAfterViewInit() {\n${called.calls.map((call) => `    this.${called.name}.nativeElement.${call}\n`).join('')}  }`,
    )
  const core = ['Component', 'CUSTOM_ELEMENTS_SCHEMA', ...(called ? ['ElementRef', 'ViewChild'] : [])]
  const body = fields.length ? ` {\n${fields.map((field) => `  ${field}\n`).join('')}}` : ' {}'
  return (
    `${imports(input).join('\n')}\nimport { ${core.join(', ')} } from ` +
    `'@angular/core'\n\n@Component({\n  selector: 'app-example',\n  schemas: ` +
    `[CUSTOM_ELEMENTS_SCHEMA],\n  template: \`\n    ${template}\n  \`,\n})\nexport class Example${body}`
  )
}

function angularElement(
  input: CodeInput,
  contract: Contract,
  usage: Usage,
  slot: string,
  indent: string,
  fields: string[],
  heldAs?: string,
): string {
  const attributes = setProps(contract, usage).map(({ prop, value }) => {
    if (isMadeByScript(value)) {
      const field = `${prop.name}${fields.length || ''}`
      fields.push(`${field} = ${literal(value)}`)
      return `[${prop.name}]="${field}"`
    }
    if (prop.attribute && typeof value === 'string')
      return `${prop.attribute}="${escapeAttribute(value).replaceAll('{', '&#123;').replaceAll('}', '&#125;')}"`
    if (prop.attribute && value === true) return prop.attribute
    return `[${prop.attributeOnly ? `attr.${prop.attribute ?? prop.name}` : prop.name}]="${escapeAttribute(literal(value))}"`
  })
  attributes.push(...setAttributes(usage), ...setStyles(usage))
  if (heldAs) attributes.unshift(`#${heldAs}`)
  if (slot) attributes.unshift(`slot="${escapeAttribute(slot)}"`)
  const inside = Object.entries(usage.slots).map(([name, filling]) =>
    elementContent(
      name,
      filling,
      (own, inner) => angularElement(input, own, inner, name, `${indent}  `, fields),
      input,
    ).replaceAll('{{', '&#123;&#123;'),
  )
  return print({ open: contract.tag, attributes, inside }, indent, false)
}
