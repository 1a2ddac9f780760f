import type { Usage } from './usage'

const without = <T>(all: Readonly<Record<string, T>>, name: string): Record<string, T> =>
  Object.fromEntries(Object.entries(all).filter(([key]) => key !== name))

/** What is shown with one value, filling, attribute or custom property set, or not set: `undefined`. */
export function withEntry<Key extends 'props' | 'slots' | 'attributes' | 'styles'>(
  usage: Usage,
  key: Key,
  name: string,
  value: NonNullable<Usage[Key]>[string] | undefined,
): Usage {
  const rest = without<unknown>(usage[key] ?? {}, name)
  const entries = value === undefined ? rest : { ...rest, [name]: value }
  const isOptional = key === 'attributes' || key === 'styles'
  if (isOptional && Object.keys(entries).length === 0) return withoutKey(usage, key)
  return { ...usage, [key]: entries }
}

/** What is shown with these methods called. */
export const withCalls = (usage: Usage, calls: NonNullable<Usage['calls']>): Usage =>
  calls.length ? { ...usage, calls } : withoutKey(usage, 'calls')

const withoutKey = (usage: Usage, key: keyof Usage): Usage => {
  const { [key]: _left, ...rest } = usage
  return rest as Usage
}

/** A component by itself: nothing set, nothing filled, nothing called. */
export const nothingSet: Usage = { props: {}, slots: {} }

export const setsNothing = (usage: Usage): boolean =>
  [usage.props, usage.slots, usage.attributes, usage.styles, usage.calls].every(
    (part) => Object.keys(part ?? {}).length === 0,
  )
