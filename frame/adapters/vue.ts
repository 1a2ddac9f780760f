import { createApp, createStaticVNode, h, shallowReactive, type Component, type Slots, type VNode } from 'vue'
import type { Filling, Usage } from '../../core/code/usage'
import type { Adapter, Tools } from './adapter'

/** The number of nodes at the top of a piece of markup, which a static node must know. */
function countOf(markup: string): number {
  const template = document.createElement('template')
  template.innerHTML = markup
  return template.content.childNodes.length
}

type Passed = Readonly<Record<string, unknown>>

function slotsOf(
  usage: Usage,
  tools: Tools,
  outer: Passed = {},
): Record<string, (passed?: Passed) => VNode[] | string> {
  return Object.fromEntries(
    Object.entries(usage.slots).map(([name, filling]) => [
      name || 'default',
      (passed) => contentOf(filling, tools, { ...outer, ...passed }),
    ]),
  )
}
const escapeText = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('"', '&quot;').replaceAll('\r', '&#13;')
/** What fills a slot, with what the component hands over to it. */
function contentOf(filling: Filling, tools: Tools, passed: Passed): VNode[] | string {
  if (filling.is === 'text') return tools.filledIn(filling.text, passed)
  if (filling.is === 'markup') {
    const markup = tools.filledIn(filling.markup, passed, escapeText)
    const made = createStaticVNode(markup, countOf(markup))
    // a static node is made anew where it says something else
    made.key = markup
    return [made]
  }
  const inner = tools.componentOf(filling.tag)
  if (!inner) throw new Error(`${filling.tag} is not built`)
  return Array.from({ length: filling.times ?? 1 }, () =>
    h(
      inner as Component,
      {
        ...Object.fromEntries(
          Object.entries(filling.usage.props).map(([name, value]) => [
            name,
            tools.valueFilledIn(value, passed),
          ]),
        ),
        ...filling.usage.attributes,
      },
      slotsOf(filling.usage, tools, passed) as unknown as Slots,
    ),
  )
}

/** An element in what it stands in, outermost first. */
const around = (usage: Usage, element: VNode, tools: Tools): VNode =>
  (usage.within ?? []).reduceRight((inner, { tag, usage: outer, slot }) => {
    const component = tools.componentOf(tag)
    if (!component) throw new Error(`${tag} is not built`)
    const slots = { ...slotsOf(outer, tools), [slot || 'default']: () => [inner] }
    return h(component as Component, { ...outer.attributes, ...outer.props }, slots as unknown as Slots)
  }, element)

export const adapter: Adapter = {
  mount(component, parent, usage, listen, tools) {
    const shown = shallowReactive({ usage })
    // a model goes round: what the component asks to be set is set, as a page with v-model would
    const own = shallowReactive<Record<string, unknown>>({})
    const handlers = Object.fromEntries(
      listen.map((name) => [
        `on${name.charAt(0).toUpperCase()}${name.slice(1)}`,
        (...values: unknown[]) => {
          if (name.startsWith('update:')) own[name.slice(7)] = values[0]
          tools.fired(name, values)
        },
      ]),
    )
    let exposed: unknown
    const keepExposed = (instance: unknown) => {
      exposed = instance
    }
    const app = createApp({
      render: () =>
        around(
          shown.usage,
          h(
            component as Component,
            { ...shown.usage.attributes, ...shown.usage.props, ...own, ...handlers, ref: keepExposed },
            slotsOf(shown.usage, tools) as unknown as Slots,
          ),
          tools,
        ),
    })
    app.config.errorHandler = (error) => tools.failed(error)
    app.config.warnHandler = () => undefined
    tools.prepareApp(app)
    app.mount(parent)
    return {
      update(next) {
        for (const name of Object.keys(own))
          if (!Object.is(shown.usage.props[name], next.props[name])) delete own[name]
        shown.usage = next
        return true
      },
      methods: () => (exposed ?? undefined) as object | undefined,
      end: () => app.unmount(),
    }
  },
}
