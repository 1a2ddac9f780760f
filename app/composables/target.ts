import { forFrame, modulesFor } from '~~/core/code/showing'
import type { Usage } from '~~/core/code/usage'
import type { Target } from '~/composables/frame-host'

/**
 * Gives what a frame is to show of a component that is used in some way; nothing where it was never built.
 */
export function useTargets(): (tag: string, usage: Usage) => Target | undefined {
  const store = useLibrary()
  const contractOf = (tag: string) => store.find(tag)?.contract
  return (tag, usage) => {
    const modules = modulesFor(tag, usage, store.moduleOf)
    return modules ? { tag, modules, usage: forFrame(usage, contractOf, tag), listen: [] } : undefined
  }
}
