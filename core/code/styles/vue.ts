import { isElement } from '../../languages/languages'
import { membersOf, type Contract } from '../../contract/contract'
import { escapeAttribute, escapeText } from '../html'
import { slotPropPath } from '../slot-props'
import type { Usage } from '../usage'

import {
  type CodeInput,
  print,
  imports,
  setProps,
  setAttributes,
  setStyles,
  inItsPlace,
  callsOf,
  literal,
  kebab,
  namesUsed,
  componentOr,
  elementContent,
} from './shared'

export function vueCode(input: CodeInput): string {
  const called = callsOf(input)
  const script = [
    ...(called ? [`import { onMounted, useTemplateRef } from 'vue'`] : []),
    ...imports(input),
    ...(called
      ? [
          '',
          `const ${called.name} = useTemplateRef('${called.name}')`,
          'onMounted(() => {',
          ...called.calls.map((call) => `  ${called.name}.value.${call}`),
          '})',
        ]
      : []),
  ].join('\n')
  return (
    `<script setup>\n${script}\n</script>\n\n<template>\n  ` +
    `${vueElement(input, input.contract, input.usage, '', '  ', called?.name)}\n</template>`
  )
}

function vueElement(
  input: CodeInput,
  contract: Contract,
  usage: Usage,
  slot: string,
  indent: string,
  heldAs?: string,
): string {
  const element = isElement(contract)
  const attributes = setProps(contract, usage).map(({ prop, value }) => {
    const name = element ? (prop.attribute ?? prop.name) : kebab(prop.name)
    const apart = element && prop.attribute !== undefined && usage.attributes?.[prop.attribute] !== undefined
    const bound = element && (!prop.attribute || apart) ? `:${prop.name}.prop` : `:${name}`
    const path = !element && typeof value === 'string' ? slotPropPath(value) : undefined
    if (path) return `${bound}="${path}"`
    if (apart) return `${bound}="${escapeAttribute(literal(value))}"`
    if (typeof value === 'string' && (!element || prop.attribute))
      return `${name}="${escapeAttribute(value)}"`
    if (value === true && (!element || prop.attribute)) return name
    return `${bound}="${escapeAttribute(literal(value))}"`
  })
  attributes.push(...setAttributes(usage))
  if (element) attributes.push(...setStyles(usage))
  if (heldAs) attributes.unshift(`ref="${heldAs}"`)
  if (element && slot) attributes.unshift(`slot="${escapeAttribute(slot)}"`)
  const inside = Object.entries(usage.slots).map(([name, filling]) => {
    if (element)
      return elementContent(
        name,
        filling,
        (own, inner) => vueElement(input, own, inner, name, `${indent}  `),
        input,
      )
    const content =
      filling.is === 'text'
        ? escapeText(filling.text)
        : filling.is === 'markup'
          ? filling.markup
          : componentOr(input, filling, (own) => vueElement(input, own, filling.usage, '', `${indent}    `))
    // what the component hands over is named where it is used
    const handed = namesUsed(filling).filter((text) =>
      membersOf(contract, 'slot')
        .find((slot) => slot.name === name)
        ?.passes?.some((passed) => passed.name === text),
    )
    return handed.length
      ? `<template #${name || 'default'}="{ ${handed.join(', ')} }">${content}</template>`
      : name === ''
        ? content
        : `<template #${name}>${content}</template>`
  })
  const written = print({ open: contract.tag, attributes, inside }, indent, true)
  return element ? written : inItsPlace(usage, setStyles(usage), written, indent)
}
