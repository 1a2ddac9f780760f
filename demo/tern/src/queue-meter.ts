import { markup, register, sheet, TernElement } from './base.ts'
import css from './queue-meter.css' with { type: 'text' }
import shared from './shared.css' with { type: 'text' }

const template = markup(`
  <div part="bar" class="bar" role="meter"><div part="fill" class="fill"></div></div>
  <div part="label" class="label"><slot></slot></div>
`)
const sheets = [sheet(shared), sheet(css)]

/**
 * How full the queue for a boat is.
 *
 * @group Crossings
 * @status stable
 * @kind markup
 * @slot - Words under the bar.
 * @csspart bar - The whole bar.
 * @csspart fill - The part of it that is taken.
 * @cssstate busy - More than the busy share is taken.
 * @cssstate full - Nothing is left.
 */
export class TernQueueMeter extends TernElement {
  static observedAttributes = ['waiting', 'places', 'busy-at']
  readonly #internals = this.attachInternals()
  #busyAt = 0.75

  constructor() {
    super()
    this.dress(template, ...sheets)
  }

  /** How many wait. */
  get waiting(): number {
    return Number(this.getAttribute('waiting') ?? 0)
  }
  set waiting(waiting: number) {
    this.setAttribute('waiting', String(waiting))
  }

  /** How many the boat takes. */
  get places(): number {
    return Number(this.getAttribute('places') ?? 120)
  }
  set places(places: number) {
    this.setAttribute('places', String(places))
  }

  /**
   * From which share on the queue counts as busy, 0 to 1.
   * @default 0.6
   */
  get busyAt(): number {
    return this.#busyAt
  }
  set busyAt(share: number) {
    this.#busyAt = share
    this.#show()
  }

  connectedCallback(): void {
    this.#show()
  }

  attributeChangedCallback(name: string, _before: string | null, now: string | null): void {
    if (name === 'busy-at') this.busyAt = Number(now ?? 0.75)
    else this.#show()
  }

  #show(): void {
    const share = Math.min(1, this.waiting / Math.max(1, this.places))
    const bar = this.find('.bar')
    this.find('.fill').style.inlineSize = `${share * 100}%`
    bar.ariaValueNow = String(this.waiting)
    bar.ariaValueMax = String(this.places)
    bar.ariaLabel = 'Queue'
    for (const [state, on] of [['busy', share >= this.#busyAt && share < 1], ['full', share >= 1]] as const) {
      if (on) this.#internals.states.add(state)
      else this.#internals.states.delete(state)
    }
  }
}

register('tern-queue-meter', TernQueueMeter)
