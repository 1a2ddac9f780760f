import { Component, createElement, type ComponentType, type ReactNode } from 'react'
import { createRoot } from 'react-dom/client'
import type { Filling, Usage } from '../../core/code/usage'
import type { Adapter, Tools } from './adapter'

function propsOf(usage: Usage, tools: Tools): Record<string, unknown> {
  const filled = Object.entries(usage.slots).map(
    ([name, filling]) => [name || 'children', contentOf(filling, tools)] as const,
  )
  return { ...usage.attributes, ...usage.props, ...Object.fromEntries(filled) }
}
function contentOf(filling: Filling, tools: Tools): ReactNode {
  if (filling.is === 'text') return filling.text
  if (filling.is === 'markup')
    return createElement('span', {
      style: { display: 'contents' },
      dangerouslySetInnerHTML: { __html: filling.markup },
    })
  const inner = tools.componentOf(filling.tag)
  if (!inner) throw new Error(`${filling.tag} is not built`)
  const made = (key?: number) =>
    createElement(inner as ComponentType<Record<string, unknown>>, {
      ...propsOf(filling.usage, tools),
      ...(key === undefined ? {} : { key }),
    })
  return filling.times === undefined ? made() : Array.from({ length: filling.times }, (_, i) => made(i))
}

/** An element in what it stands in, outermost first. */
const around = (usage: Usage, element: ReactNode, tools: Tools): ReactNode =>
  (usage.within ?? []).reduceRight<ReactNode>((inner, { tag, usage: outer, slot }) => {
    const component = tools.componentOf(tag)
    if (!component) throw new Error(`${tag} is not built`)
    return createElement(component as ComponentType<Record<string, unknown>>, {
      ...propsOf(outer, tools),
      [slot || 'children']: inner,
    })
  }, element)

/** Says what goes wrong while the component renders, and shows nothing until it is shown another way. */
class Guard extends Component<
  { failed: (error: unknown) => void; of: Usage; children?: ReactNode },
  { broken: boolean }
> {
  override state = { broken: false }
  override componentDidCatch(error: unknown) {
    this.props.failed(error)
  }
  static getDerivedStateFromError() {
    return { broken: true }
  }
  override componentDidUpdate(before: { of: Usage }) {
    if (this.state.broken && before.of !== this.props.of) this.setState({ broken: false })
  }
  override render(): ReactNode {
    return this.state.broken ? null : this.props.children
  }
}

export const adapter: Adapter = {
  mount(component, parent, usage, listen, tools) {
    const root = createRoot(parent)
    const handlers = Object.fromEntries(
      listen.map((name) => [name, (...values: unknown[]) => tools.fired(name, values)]),
    )
    const render = (now: Usage) =>
      root.render(
        createElement(
          Guard,
          { failed: tools.failed, of: now },
          tools.wrapElement(
            around(
              now,
              createElement(component as ComponentType<Record<string, unknown>>, {
                ...propsOf(now, tools),
                ...handlers,
              }),
              tools,
            ),
            { createElement, componentOf: tools.componentOf },
          ) as ReactNode,
        ),
      )
    render(usage)
    return {
      update(next) {
        render(next)
        return true
      },
      end: () => root.unmount(),
    }
  },
}
