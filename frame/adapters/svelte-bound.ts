import * as stores from 'svelte/store'
import type { Tools } from './adapter'

/** Props as a page has them that binds all of them: what the component writes stands in them, and is told. */
export interface BoundProps {
  props: Record<string, unknown>
  /** From now on it is told what the component writes. */
  begin(): void
}

/**
 * Props that a component reads as they change, and may write to where it has a place to (Svelte’s `prop` asks
 * the descriptor of a prop for its setter, as a parent’s compiled `bind:` gives it).
 */
export function boundProps(given: Record<string, unknown>, tools: Pick<Tools, 'fired'>): BoundProps {
  const cells = new Map<string, { current: unknown }>()
  let isTold = false
  const cellOf = (name: string) => {
    const known = cells.get(name) ?? cellWith(given[name])
    cells.set(name, known)
    return known
  }
  const put = (name: string, value: unknown) => {
    given[name] = value
    cellOf(name).current = value
  }
  const write = (name: string, value: unknown) => {
    put(name, value)
    if (isTold) tools.fired(`bind:${name}`, [value])
  }
  const props = new Proxy(given, {
    get: (target, name): unknown => (isPlainName(name) ? cellOf(name).current : Reflect.get(target, name)),
    has: (target, name) => {
      // whoever asks is told once it comes
      if (isPlainName(name)) void cellOf(name).current
      return Reflect.has(target, name)
    },
    set: (target, name, value) => {
      if (!isPlainName(name)) return Reflect.set(target, name, value)
      put(name, value)
      return true
    },
    getOwnPropertyDescriptor: (target, name) =>
      isPlainName(name) && Object.hasOwn(target, name)
        ? {
            get: () => cellOf(name).current,
            set: (value) => write(name, value),
            enumerable: true,
            configurable: true,
          }
        : Reflect.getOwnPropertyDescriptor(target, name),
  })
  return {
    props,
    begin: () => {
      isTold = true
    },
  }
}
/** Svelte before 5.7 has no `fromStore`: its components are made anew to be shown otherwise. */
export const areReactive = 'fromStore' in stores
const cellWith = (value: unknown): { current: unknown } =>
  areReactive ? stores.fromStore(stores.writable(value)) : { current: value }

const isPlainName = (name: string | symbol): name is string =>
  typeof name === 'string' && !name.startsWith('$$')
