import {
  createRawSnippet,
  flushSync,
  getAllContexts,
  mount,
  unmount,
  type Component,
  type Snippet,
} from 'svelte'
import type { Filling, Usage, Within } from '../../core/code/usage'
import type { Adapter, Tools } from './adapter'
import { areReactive, boundProps } from './svelte-bound'

/**
 * A component with the names of what it gives to its snippets, in order, and of the props that it changes
 * itself, as its module says them.
 */
type Shown = Component<Record<string, unknown>> & { passes?: Record<string, string[]>; binds?: string[] }
type Passed = Readonly<Record<string, unknown>>

const escapeText = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('"', '&quot;').replaceAll('\r', '&#13;')

/**
 * Markup as the one element that a snippet must be: itself where it is one, else in one that makes no box.
 */
function asElement(markup: string): string {
  const template = document.createElement('template')
  template.innerHTML = markup
  const { childNodes, children } = template.content
  return childNodes.length === 1 && children.length === 1
    ? markup
    : `<span style="display: contents">${markup}</span>`
}

/**
 * What a snippet is given: by name, and whether it stands for a slot of old, which gives all in one object.
 */
function passedTo(
  names: readonly string[],
  given: readonly (() => unknown)[],
): { passed: Passed; isSlot: boolean } {
  const values = given.map((value) => value())
  const [first] = values
  const isSlot =
    values.length === 1 &&
    typeof first === 'object' &&
    first !== null &&
    names.every((name) => Object.hasOwn(first, name))
  return {
    isSlot,
    passed: isSlot ? (first as Passed) : Object.fromEntries(names.map((name, i) => [name, values[i]])),
  }
}

/** An element that makes no box, in which something is made. */
const ownPlace = '<span style="display: contents"></span>'

/** What the component that is rendering hands down (Svelte reference, `getAllContexts`). */
function contextsHere(): Map<unknown, unknown> {
  try {
    return new Map(getAllContexts())
  } catch {
    return new Map()
  }
}

/** What is learnt of a component while it is shown. */
interface Learnt {
  hasSlots: boolean
}

function snippetOf(
  filling: Filling,
  names: readonly string[],
  tools: Tools,
  outer: Passed,
  learnt: Learnt,
): Snippet<unknown[]> {
  return createRawSnippet((...given: (() => unknown)[]) => {
    const { passed: own, isSlot } = passedTo(names, given)
    learnt.hasSlots ||= isSlot
    const passed = { ...outer, ...own }
    if (filling.is !== 'component') {
      const markup =
        filling.is === 'text'
          ? escapeText(tools.filledIn(filling.text, passed))
          : tools.filledIn(filling.markup, passed, escapeText)
      return { render: () => asElement(markup) }
    }
    const inner = tools.componentOf(filling.tag) as Shown | undefined
    if (!inner) throw new Error(`${filling.tag} is not built`)
    return {
      render: () => ownPlace,
      setup: (target: Element) => {
        // what stands in a component finds what that hands down, as where somebody writes the one in the
        // other
        const context = contextsHere()
        const shown = Array.from({ length: filling.times ?? 1 }, () =>
          mount(inner, { target, props: propsOf(inner, filling.usage, tools, learnt, passed), context }),
        )
        return () => shown.forEach((made) => void unmount(made))
      },
    }
  })
}

/** Props, attributes and snippets as one object; `$$slots` says which snippets stand for slots of old. */
function propsOf(
  component: Shown,
  usage: Usage,
  tools: Tools,
  learnt: Learnt,
  outer: Passed = {},
): Record<string, unknown> {
  const values = Object.entries(usage.props).map(([name, value]): [string, unknown] => [
    name,
    tools.valueFilledIn(value, outer),
  ])
  const snippets = Object.entries(usage.slots).map(([name, filling]): [string, unknown] => [
    name || 'children',
    snippetOf(filling, component.passes?.[name] ?? [], tools, outer, learnt),
  ])
  const slots = Object.keys(usage.slots).map((name) => [name || 'default', true])
  return {
    ...usage.attributes,
    ...Object.fromEntries(values),
    ...Object.fromEntries(snippets),
    $$slots: Object.fromEntries(slots),
  }
}

const isHandler = (name: string): boolean => /^on[a-zA-Z]/.test(name)

/** Handlers as props, for what a component fires by calling them. */
const handlersOf = (
  listen: readonly string[],
  tools: Tools,
): Record<string, (...values: unknown[]) => void> =>
  Object.fromEntries(
    listen.filter(isHandler).map((name) => [name, (...values: unknown[]) => tools.fired(name, values)]),
  )

/** Listeners for what a component dispatches: it comes as an event that carries its value. */
const dispatchedOf = (
  listen: readonly string[],
  tools: Tools,
): Record<string, (event: CustomEvent) => void> =>
  Object.fromEntries(
    listen
      .filter((name) => !isHandler(name))
      .map((name) => [name, (event: CustomEvent) => tools.fired(name, [event.detail ?? event])]),
  )

/** A snippet in which something is made in a place of its own, and ended with it. */
const snippetWith = (begin: (target: Element) => () => void): Snippet<unknown[]> =>
  createRawSnippet(() => ({ render: () => ownPlace, setup: begin }))

/**
 * A component in those it stands in, outermost first; each is made where the one around it renders its
 * content.
 */
function mountWithin(
  within: readonly Within[],
  target: Element,
  tools: Tools,
  learnt: Learnt,
  innermost: (target: Element) => () => void,
): () => void {
  const [around, ...others] = within
  if (!around) return innermost(target)
  const outer = tools.componentOf(around.tag) as Shown | undefined
  if (!outer) throw new Error(`${around.tag} is not built`)
  const props = propsOf(outer, around.usage, tools, learnt)
  props[around.slot || 'children'] = snippetWith((place) =>
    mountWithin(others, place, tools, learnt, innermost),
  )
  props.$$slots = { ...(props.$$slots as object), [around.slot || 'default']: true }
  const shown = mount(outer, { target, props, context: contextsHere() })
  return () => void unmount(shown)
}

/** What Svelte says of a prop that is bound and not set, and that has a default of its own. */
const isBoundUnset = (error: unknown): boolean => /props_invalid_value/.test(String(error))

/**
 * Makes a component whose props are bound; those that nobody set are too, where it can be. Says what was
 * made, and how it is given others.
 */
function mountBound(
  component: Shown,
  target: Element,
  given: Record<string, unknown>,
  listen: readonly string[],
  tools: Tools,
): { made: object; props: Record<string, unknown> } {
  const make = (unset: readonly string[]) => {
    const { props, begin } = boundProps(
      {
        ...handlersOf(listen, tools),
        ...Object.fromEntries(unset.map((name) => [name, undefined])),
        ...given,
      },
      tools,
    )
    const made = mount(component, {
      target,
      props,
      events: dispatchedOf(listen, tools),
      context: contextsHere(),
    })
    begin()
    return { made, props }
  }
  try {
    return make(component.binds ?? [])
  } catch (error) {
    if (!isBoundUnset(error)) throw error
    target.replaceChildren()
    return make([])
  }
}

export const adapter: Adapter = {
  mount(component, parent, usage, listen, tools) {
    const shown = component as Shown
    const learnt: Learnt = { hasSlots: false }
    let last = usage
    let given = propsOf(shown, usage, tools, learnt)
    if (usage.within?.length) {
      let made: object = {}
      const end = mountWithin(usage.within, parent, tools, learnt, (target) => {
        const inner = (made = mountBound(shown, target, given, listen, tools).made)
        return () => void unmount(inner)
      })
      // what stands in others is made anew with them
      return { update: () => false, methods: () => made, end }
    }
    const { made, props } = mountBound(shown, parent, given, listen, tools)
    flushSync()
    return {
      update(next) {
        // a slot of old asks once what fills it, when the component is made
        const slotsOf = (usage: Usage) =>
          JSON.stringify(learnt.hasSlots ? Object.entries(usage.slots) : Object.keys(usage.slots))
        if (!areReactive || slotsOf(next) !== slotsOf(last) || next.within?.length) return false
        last = next
        const gone = Object.keys(given).filter((name) => name !== '$$slots')
        given = propsOf(shown, next, tools, learnt)
        Object.assign(props, { ...Object.fromEntries(gone.map((name) => [name, undefined])), ...given })
        flushSync()
        return true
      },
      methods: () => made,
      end: () => void unmount(made),
    }
  },
}
