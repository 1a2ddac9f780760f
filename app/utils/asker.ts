/** A question that is under way, and whether it is to be asked once more after its answer. */
interface Question {
  address: string
  again: boolean
  answered: Promise<void>
}

/** Who hears what became of the newest question; `isOther`: the last answer came from another address. */
interface Listener<T> {
  came(answer: T): void
  failed(error: unknown, isOther: boolean): void
}

/**
 * Asks for what addresses answer so that nobody hears an answer that is older than one they have, nor one of
 * an address that is not asked any more. What is news while an address is being asked is asked for once, after
 * that answer.
 */
export class Asker<T> {
  private underWay: Question | undefined
  private answeredAt: string | undefined

  constructor(
    private readonly askAt: (address: string) => Promise<T>,
    private readonly listener: Listener<T>,
  ) {}

  /** Done once an answer has come, or failed to, that is not older than this. */
  async load(address: string): Promise<void> {
    if (this.underWay?.address === address) this.underWay.again = true
    else {
      const question: Question = { address, again: false, answered: Promise.resolve() }
      this.underWay = question
      question.answered = this.ask(question)
    }
    await this.underWay.answered
  }

  private async ask(question: Question): Promise<void> {
    const { address } = question
    const isNewest = () => this.underWay === question
    try {
      const answer = await this.askAt(address)
      if (!isNewest()) return
      this.answeredAt = address
      this.listener.came(answer)
    } catch (error) {
      if (!isNewest()) return
      this.listener.failed(error, this.answeredAt !== address)
    }
    this.underWay = undefined
    if (question.again) await this.load(address)
  }
}
