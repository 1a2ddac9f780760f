import type { WatchSource } from 'vue'
import type { z } from 'zod'
import type { Problem } from '~~/core/problem'

/**
 * What an address of our API answers, kept up: it is asked anew when the address is another or what is
 * watched changes, and no answer overtakes a newer one. Without an address there is nothing to ask.
 */
export function useAnswer<T>(
  schema: z.ZodType<T>,
  address: () => string | undefined,
  watched: WatchSource[] = [],
) {
  const answer = shallowRef<T>()
  const problems = ref<Problem[]>([])
  const asker = new Asker((now) => ask(schema, now), {
    came(found) {
      answer.value = found
      problems.value = []
    },
    failed(error, isOther) {
      if (isOther) answer.value = undefined
      problems.value = problemsOf(error)
    },
  })
  /** Asks now; done once an answer has come that is not older than this. */
  async function load(): Promise<void> {
    const now = address()
    if (now !== undefined) await asker.load(now)
  }
  watch([address, ...watched], load)
  return { answer, problems, load, /** Done once the first question is answered. */ ready: load() }
}
