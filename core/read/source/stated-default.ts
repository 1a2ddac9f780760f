import type { Prop } from '../../contract/prop'
import type { Plain } from './plain'

const words: Readonly<Record<string, Plain | undefined>> = {
  true: true,
  false: false,
  null: null,
  undefined: undefined,
  none: undefined,
}

/** The value that a comment means by the text of its `@default`, where that is a value and no sentence. */
export function statedValue(text: string): { value: Plain | undefined } | undefined {
  const bare = text.trim().replace(/^`(.*)`$/s, '$1')
  if (bare in words) return { value: words[bare] }
  const [, , quoted] = /^(['"])(.*)\1$/s.exec(bare) ?? []
  if (quoted !== undefined) return { value: quoted }
  if (/^-?(?:\d+|\d*\.\d+)$/.test(bare)) return { value: Number(bare) }
  if (/^[\w-]+$/.test(bare)) return { value: bare }
  if (!/^[[{]/.test(bare)) return undefined
  try {
    return { value: JSON.parse(bare.replaceAll("'", '"')) as Plain }
  } catch {
    return undefined
  }
}

/**
 * Whether a comment states another default than `value`; what is no value is taken for a description of it.
 */
export function isOtherDefault(stated: string, value: Plain | undefined): boolean {
  const meant = statedValue(stated)
  if (!meant) return false
  const isSaidBare = typeof value === 'string' && stated.trim().replaceAll('`', '') === value
  return !isSaidBare && JSON.stringify(meant.value) !== JSON.stringify(value)
}

/** Tells where the comment of a prop states another default than its code gives, where that is known. */
export function compareDefault(prop: Prop, stated: string | undefined): void {
  if (stated === undefined || prop.defaultValue === undefined || prop.default === undefined) return
  if (!isOtherDefault(stated, prop.defaultValue as Plain)) return
  prop.disagreements.push({ about: 'default', comment: stated, code: prop.default, place: prop.place })
}
