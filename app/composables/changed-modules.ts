import type { ModuleOf } from '~~/core/code/showing'

/**
 * Begins a frame anew when a component in it is another module than before: what it has registered once, a
 * page cannot register again.
 */
export function useChangedModules(
  modules: () => readonly ModuleOf[],
  frame: { reset(): void },
  again: () => void,
) {
  const moduleOf = new Map<string, string>()
  watch(
    () => JSON.stringify(modules()),
    () => {
      const isOther = modules().some(({ tag, module }) => (moduleOf.get(tag) ?? module) !== module)
      for (const { tag, module } of modules()) moduleOf.set(tag, module)
      if (!isOther) return
      frame.reset()
      again()
    },
    { immediate: true, flush: 'sync' },
  )
}
