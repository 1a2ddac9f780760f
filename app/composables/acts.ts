import type { Problem } from '~~/core/problem'

/**
 * What people do on a page, one act after another: whether something is under way, and what went wrong with
 * the last of it.
 */
export function useActs(problems: Ref<Problem[]>, fields?: FieldTitles) {
  const underWay = ref(0)
  const isBusy = computed(() => underWay.value > 0)
  let last: Promise<unknown> = Promise.resolve()

  /** Does something once what was begun before it is done, and says whether it went well. */
  async function act(work: () => Promise<unknown>): Promise<boolean> {
    underWay.value++
    const isDone = last.then(() => attempt(work))
    last = isDone
    try {
      return await isDone
    } finally {
      underWay.value--
    }
  }

  async function attempt(work: () => Promise<unknown>): Promise<boolean> {
    problems.value = []
    try {
      await work()
      return true
    } catch (error) {
      problems.value = problemsOf(error, fields)
      return false
    }
  }
  return { isBusy, act }
}
