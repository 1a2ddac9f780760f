import type { WatchSource } from 'vue'
import type { z } from 'zod'
import type { Problem } from '~~/core/problem'

/** A question that is under way, and whether it is to be asked once more after its answer. */
interface Question {
  address: string
  again: boolean
  answered: Promise<void>
}

/**
 * What an address of our API answers, kept up: it is asked anew when the address is another or what is
 * watched changes. No answer overtakes a newer one, and what is news while one is under way is asked for once,
 * after it. Without an address there is nothing to ask.
 */
export function useAnswer<T>(
  schema: z.ZodType<T>,
  address: () => string | undefined,
  watched: WatchSource[] = [],
) {
  const answer = shallowRef<T>()
  const problems = ref<Problem[]>([])
  /** The address that the answer came from. */
  let answeredAt: string | undefined
  let underWay: Question | undefined

  async function askAt(question: Question): Promise<void> {
    const isNewest = () => underWay === question
    try {
      const found = await ask(schema, question.address)
      if (!isNewest()) return
      answer.value = found
      answeredAt = question.address
      problems.value = []
    } catch (error) {
      if (!isNewest()) return
      if (answeredAt !== question.address) answer.value = undefined
      problems.value = problemsOf(error)
    }
    underWay = undefined
    if (question.again) await load()
  }
  /** Asks now; done once an answer has come that is not older than the question. */
  async function load(): Promise<void> {
    const now = address()
    if (now === undefined) return
    if (underWay?.address === now) underWay.again = true
    else {
      const question: Question = { address: now, again: false, answered: Promise.resolve() }
      underWay = question
      question.answered = askAt(question)
    }
    await underWay.answered
  }
  watch([address, ...watched], load)
  return { answer, problems, load, /** Done once the first question is answered. */ ready: load() }
}
