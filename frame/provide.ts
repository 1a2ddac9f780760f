import type { Provided } from '../core/provisions'
import { setText } from './native'

// What people provide around components: styles of the page, markup, and a script that is called with data.

let provided: readonly Provided[] = []
export const providedStyles = new CSSStyleSheet()
const endings: (() => void)[] = []
type Made = { default?: unknown; app?: unknown; wrap?: unknown }
let made: { script: Made; data: unknown }[] = []

/** Takes what was provided away, and provides this. Fails with what the script of one of them threw. */
export async function provide(
  next: readonly Provided[],
  load: (url: string) => Promise<Made>,
): Promise<void> {
  for (const end of endings.splice(0)) {
    try {
      end()
    } catch {
      /* what cannot end stays */
    }
  }
  provided = next
  setText(providedStyles, next.map((entry) => entry.styles).join('\n'))
  made = []
  for (const entry of next) {
    if (entry.script === null) continue
    const script = await load(new URL(entry.script, location.href).href)
    made.push({ script, data: entry.data })
    const ending =
      typeof script.default === 'function'
        ? await (script.default as (data: unknown) => unknown)(entry.data)
        : undefined
    if (typeof ending === 'function') endings.push(ending as () => void)
  }
}

/** Lets what is provided make an app ready that is to be mounted. */
export function prepareApp(app: unknown): void {
  for (const { script, data } of made)
    if (typeof script.app === 'function') (script.app as (app: unknown, data: unknown) => void)(app, data)
}
/**
 * Puts an element into what is provided around it, outermost first; `tools` is what makes elements, and the
 * library's own components.
 */
export const wrapElement = (element: unknown, tools: object): unknown =>
  made.reduceRight(
    (inner, { script, data }) =>
      typeof script.wrap === 'function'
        ? (script.wrap as (inner: unknown, tools: object, data: unknown) => unknown)(inner, tools, data)
        : inner,
    element,
  )

/**
 * Puts the markup that is provided into a place, and regions of themes into that, and says where in it a
 * component stands.
 */
export function placeIn(parent: HTMLElement, regions: readonly string[] = []): HTMLElement {
  let at = parent
  for (const { around } of provided) {
    if (!around.trim()) continue
    const template = document.createElement('template')
    template.innerHTML = around
    const slot = template.content.querySelector('slot')
    if (!slot) continue
    const place = document.createElement('div')
    place.setAttribute('data-kept-place', '')
    place.style.display = 'contents'
    slot.replaceWith(place)
    at.replaceChildren(template.content)
    at = place
  }
  for (const theme of regions) {
    const region = document.createElement('div')
    region.setAttribute('data-kept-region', '')
    region.dataset.theme = theme
    at.replaceChildren(region)
    at = region
  }
  return at
}
