import { z } from 'zod'
import { jobSchema, type JobView } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

/** A job of the library, followed to its end from wherever it is looked at; it goes on when nobody does. */
export function useJob() {
  const store = useLibrary()
  const id = ref<string>()
  const job = ref<JobView>()
  const problems = ref<Problem[]>([])
  let timer: ReturnType<typeof setTimeout> | undefined
  const going = computed(
    () =>
      (id.value !== undefined && !job.value && problems.value.length === 0) ||
      job.value?.state === 'waiting' ||
      job.value?.state === 'running',
  )

  async function look() {
    clearTimeout(timer)
    const mine = id.value
    if (mine === undefined) return
    try {
      const found = await ask(jobSchema, `/libraries/${store.slug}/jobs/${mine}`)
      if (mine !== id.value) return
      job.value = found
      problems.value = []
    } catch (error) {
      problems.value = problemsOf(error)
    }
    if (going.value || (problems.value.length && !job.value)) timer = setTimeout(look, 500)
  }
  async function cancel() {
    try {
      await ask(z.unknown(), `/libraries/${store.slug}/jobs/${id.value}/cancel`, { method: 'POST', body: {} })
    } catch (error) {
      problems.value = problemsOf(error)
    }
    await look()
  }
  function follow(text: string) {
    id.value = text
    job.value = undefined
    problems.value = []
    void look()
  }
  onUnmounted(() => clearTimeout(timer))
  return { job, problems, going, follow, cancel }
}
