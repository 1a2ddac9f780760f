import { markup, register, sheet, TernElement } from './base.ts'
import css from './crossing-timeline.css' with { type: 'text' }
import shared from './shared.css' with { type: 'text' }

/** A place where a boat calls. `late` are minutes. */
export interface Call { quay: string; at: string; late?: number }

const template = markup(`
  <ol part="calls" class="calls"></ol>
  <div class="note"><slot></slot></div>
`)
const sheets = [sheet(shared), sheet(css)]

/**
 * The calls of one crossing, in order, with where the boat is.
 *
 * @group Crossings
 * @status trial
 * @kind markup
 * @slot - A note below, such as what was changed today.
 * @csspart calls - All calls.
 * @csspart call - One call.
 * @csspart late - By how much a call is late.
 * @cssprop --tern-timeline-line - The line that joins the calls.
 */
export class TernCrossingTimeline extends TernElement {
  static observedAttributes = ['reached', 'direction']
  #calls: Call[] = [
    { quay: 'Ardle', at: '07:40' },
    { quay: 'Calder', at: '08:15', late: 5 },
    { quay: 'Skerray', at: '09:05' },
  ]

  constructor() {
    super()
    this.dress(template, ...sheets)
  }

  /** Where the boat calls, in order. */
  get calls(): Call[] {
    return this.#calls
  }
  set calls(calls: Call[]) {
    this.#calls = calls
    this.#show()
  }

  /** How many calls it has made; the next is the one it is on its way to. */
  get reached(): number {
    return Number(this.getAttribute('reached') ?? 1)
  }
  set reached(reached: number) {
    this.setAttribute('reached', String(reached))
  }

  /** Whether the calls stand beside or below each other. */
  get direction(): 'along' | 'down' {
    return this.getAttribute('direction') === 'down' ? 'down' : 'along'
  }
  set direction(direction: 'along' | 'down') {
    this.setAttribute('direction', direction)
  }

  connectedCallback(): void {
    this.#show()
  }

  attributeChangedCallback(): void {
    this.#show()
  }

  #show(): void {
    this.find('.calls').replaceChildren(
      ...this.#calls.map((call, i) => {
        const entry = document.createElement('li')
        entry.setAttribute('part', 'call')
        entry.classList.toggle('made', i < this.reached)
        if (i === this.reached) entry.ariaCurrent = 'step'
        const time = document.createElement('time')
        time.textContent = call.at
        const quay = document.createElement('b')
        quay.textContent = call.quay
        entry.append(time, quay)
        if (call.late) {
          const late = document.createElement('span')
          late.setAttribute('part', 'late')
          late.className = 'late'
          late.textContent = this.say('late', { minutes: String(call.late) })
          entry.append(late)
        }
        return entry
      }),
    )
  }
}

register('tern-crossing-timeline', TernCrossingTimeline)
