import type { z } from 'zod'
import type { Problem } from '~~/core/problem'

/** What people keep of a component at an address of its own, with what went wrong when it was asked or changed. */
export function useKept<T>(address: Readonly<Ref<string>>, schema: z.ZodType<T[]>) {
  const kept = shallowRef<T[]>([])
  const problems = ref<Problem[]>([])
  async function load() {
    const asked = address.value
    try {
      const found = await ask(schema, asked)
      // of another component by now
      if (asked === address.value) kept.value = found
    } catch (error) {
      problems.value = problemsOf(error)
    }
  }
  /** Does something, asks for what is kept anew, and says whether it went well. */
  async function attempt(work: () => Promise<unknown>): Promise<boolean> {
    problems.value = []
    try {
      await work()
      await load()
      return true
    } catch (error) {
      problems.value = problemsOf(error)
      return false
    }
  }
  return { kept, problems, load, attempt }
}
