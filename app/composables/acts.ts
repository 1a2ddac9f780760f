import type { Problem } from '~~/core/problem'

/** What people do on a page: whether something is under way, and what went wrong with it. */
export function useActs(problems: Ref<Problem[]>, fields?: FieldTitles) {
  const isBusy = ref(false)
  /** Does something, and says whether it went well. */
  async function act(work: () => Promise<unknown>): Promise<boolean> {
    isBusy.value = true
    problems.value = []
    try {
      await work()
      return true
    } catch (error) {
      problems.value = problemsOf(error, fields)
      return false
    } finally {
      isBusy.value = false
    }
  }
  return { isBusy, act }
}
