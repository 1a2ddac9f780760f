import type { ModuleOf } from '../core/code/showing'
import type { ComponentModule } from './adapters/adapter'

// Modules of components, each loaded once.

const now = performance.now.bind(performance)
const load = (url: string): Promise<Partial<ComponentModule>> => import(/* @vite-ignore */ url)
const loaded = new Map<string, Partial<ComponentModule>>()
const moduleOf = new Map<string, string>()

/**
 * A script that could not be fetched once is remembered by the browser as one that cannot be: it is asked for
 * anew by another address.
 */
export const loadScript = async (url: string): Promise<object> =>
  load(url).catch(() => load(`${url}?again=${now()}`))

/** Loads the modules that are not there yet, all at once; fails with what one of them threw. */
export const loadModules = (modules: readonly ModuleOf[]): Promise<unknown> =>
  Promise.all(
    modules
      .filter(({ module }) => !loaded.has(module))
      .map(async ({ module }) => loaded.set(module, await load(new URL(module, location.href).href))),
  )

/** Milliseconds in which a module may register what it does not register at once. */
const patience = 2000
const wait = setTimeout.bind(window)
const defined = customElements.whenDefined.bind(customElements)
const isDefined = customElements.get.bind(customElements)

/** Waits a while for elements that their modules register later, such as once a template has come. */
export async function awaitElements(modules: readonly ModuleOf[]): Promise<void> {
  const missing = modules.filter(
    ({ tag, module }) => tag.includes('-') && !loaded.get(module)?.adapter && !isDefined(tag),
  )
  if (missing.length === 0) return
  const given = new Promise((resolve) => void wait(resolve, patience))
  await Promise.race([given, Promise.all(missing.map(({ tag }) => defined(tag)))])
}

/** Says in which modules components are from now on. */
export function keepModules(modules: readonly ModuleOf[]): void {
  for (const { tag, module } of modules) moduleOf.set(tag, module)
}

/** Whether any component’s module was loaded yet. */
export const isLoaded = (): boolean => loaded.size > 0

export const moduleFor = (tag: string): Partial<ComponentModule> | undefined =>
  loaded.get(moduleOf.get(tag) ?? '')

export const componentOf = (tag: string): unknown => moduleFor(tag)?.component
