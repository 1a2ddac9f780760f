import type { Call, Usage } from '../core/code/usage'
import type { ComponentModule, Mounted, Tools } from './adapters/adapter'
import { mountElement } from './adapters/custom-element'
import { inTask } from './native'
import { componentIn } from './placed'

/** What a called method answered, or how it failed. */
export type Answered = (i: number, answer: { value: unknown } | { error: unknown }) => void

export interface Mounting {
  tag: string
  /** What its module exports where the browser does not run it by itself. */
  module: Partial<ComponentModule> | undefined
  parent: HTMLElement
  usage: Usage
  listen: string[]
  tools: Tools
  /** Gets an element's events and its focus as they come. */
  heard: (event: Event) => void
  answered?: Answered
}

/**
 * Puts a component on show, dresses it with the custom properties that are set, and calls the methods that
 * are to be called once what it does by itself at the start is done.
 */
export function mountComponent(mounting: Mounting): Mounted {
  const { tag, module, parent, usage, listen, tools, heard } = mounting
  const mounted = module?.adapter
    ? module.adapter.mount(module.component, parent, usage, listen, tools)
    : mountElement(tag, parent, usage, listen, heard)
  // an element is dressed itself; what has no element of its own, or not yet, inherits from its place
  const dressed = module?.adapter ? parent : (componentIn(parent) as HTMLElement)
  let shown = usage
  let ended = false
  setStyles(dressed, usage.styles ?? {}, {})
  const call = (calls: readonly Call[], from: number) => {
    if (calls.length) inTask(() => void (ended || callAll(mounting, mounted, calls, from)))
  }
  call(usage.calls ?? [], 0)
  return {
    update(next) {
      const before = shown.calls ?? []
      const now = next.calls ?? []
      // what was called cannot be taken back: that needs a new component
      if (JSON.stringify(now.slice(0, before.length)) !== JSON.stringify(before)) return false
      if (!mounted.update(next)) return false
      setStyles(dressed, next.styles ?? {}, shown.styles ?? {})
      shown = next
      call(now.slice(before.length), before.length)
      return true
    },
    methods: mounted.methods?.bind(mounted),
    end() {
      ended = true
      setStyles(dressed, {}, shown.styles ?? {})
      mounted.end()
    },
  }
}

function setStyles(
  target: HTMLElement,
  now: Readonly<Record<string, string>>,
  before: Readonly<Record<string, string>>,
): void {
  for (const name of Object.keys(before)) if (!(name in now)) target.style.removeProperty(name)
  for (const [name, value] of Object.entries(now))
    if (before[name] !== value) target.style.setProperty(name, value)
}

function callAll(
  { module, tag, parent, answered, tools }: Mounting,
  mounted: Mounted,
  calls: readonly Call[],
  from: number,
): void {
  const callable = module?.adapter ? mounted.methods?.() : componentIn(parent)
  const target = callable as Record<string, unknown> | undefined
  calls.forEach(({ method, given }, i) => {
    const failed = (error: unknown) => (answered ? answered(from + i, { error }) : tools.failed(error))
    try {
      const called = target?.[method]
      if (typeof called !== 'function') throw new TypeError(`<${tag}> has no method ${method}`)
      const value: unknown = Reflect.apply(called, target, given)
      if (value instanceof Promise) value.then((value) => answered?.(from + i, { value }), failed)
      else answered?.(from + i, { value })
    } catch (error) {
      failed(error)
    }
  })
}
