import { withFunctions } from '../../core/code/functions'
import { filledIn, valueFilledIn } from '../../core/code/slot-props'
import type { Filling, Usage } from '../../core/code/usage'
import type { ComponentModule } from '../adapters/adapter'
import { mountComponent } from '../mount'

// Shows one example of a guide that was taken along, in a frame of its own, from files beside it.

interface Given {
  /** Modules by the tag of their component, each run when it is asked for. */
  keptLibrary: Record<string, (() => Partial<ComponentModule>) | undefined>
  keptExample: { tag: string; usage: Usage; needs: string[] }
}
const { keptLibrary: library, keptExample: example } = window as unknown as Given

const place = document.getElementById('place')!
const modules = new Map<string, Partial<ComponentModule>>()

const tellHeight = () =>
  window.parent.postMessage(
    { keptHeight: Math.ceil(document.documentElement.getBoundingClientRect().height) },
    '*',
  )

function tellFailure(error: unknown): void {
  const told = document.createElement('p')
  told.textContent = `It could not be shown: ${error instanceof Error ? error.message : String(error)}`
  place.replaceChildren(told)
}

/** Functions that are given to a component here do nothing. */
const withNothing = (usage: Usage): Usage => ({
  ...usage,
  props: withFunctions(usage.props, usage.functions ?? [], () => () => undefined),
  slots: Object.fromEntries(
    Object.entries(usage.slots).map(([name, filling]): [string, Filling] => [
      name,
      filling.is === 'component' ? { ...filling, usage: withNothing(filling.usage) } : filling,
    ]),
  ),
})

function show(): void {
  for (const tag of example.needs) modules.set(tag, library[tag]?.() ?? {})
  mountComponent({
    tag: example.tag,
    module: modules.get(example.tag),
    parent: place,
    usage: withNothing(example.usage),
    listen: [],
    tools: {
      prepareApp: () => undefined,
      wrapElement: (element) => element,
      componentOf: (tag) => modules.get(tag)?.component,
      filledIn,
      valueFilledIn,
      fired: () => undefined,
      failed: tellFailure,
    },
    heard: () => undefined,
  })
}

window.addEventListener('message', ({ data }: MessageEvent<{ keptTheme?: unknown } | null>) => {
  if (typeof data?.keptTheme !== 'string') return
  document.documentElement.dataset.theme = data.keptTheme
  // whoever says so listens by now, and may not have when the height was told first
  tellHeight()
})
new ResizeObserver(tellHeight).observe(document.documentElement)
try {
  show()
} catch (error) {
  tellFailure(error)
}
tellHeight()
