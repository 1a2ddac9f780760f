import { markup, sheet, TernElement } from './base.ts'
import css from './weather-chip.css' with { type: 'text' }
import shared from './shared.css' with { type: 'text' }

const template = markup(`
  <span part="chip" class="chip">
    <svg part="needle" class="needle" viewBox="0 0 16 16" aria-hidden="true"><path d="M8 1 12 14 8 11 4 14z" fill="currentColor"/></svg>
    <slot><span class="reading"></span></slot>
  </span>
`)
const sheets = [sheet(shared), sheet(css)]

/** Where the wind comes from, in eight points. */
export type Quarter = 'N' | 'NE' | 'E' | 'SE' | 'S' | 'SW' | 'W' | 'NW'
const quarters: readonly Quarter[] = ['N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW']

/**
 * The wind on a crossing, small enough to stand in a row.
 *
 * @group Notices
 * @status stable
 * @kind markup
 * @slot - Other words in place of the reading.
 * @csspart chip - The whole chip.
 * @csspart needle - The needle that points where the wind blows to.
 */
export class TernWeatherChip extends TernElement {
  static observedAttributes = ['wind', 'from', 'rough', 'tint']

  constructor() {
    super()
    this.dress(template, ...sheets)
  }

  /** Speed of the wind in knots. */
  get wind(): number {
    return Number(this.getAttribute('wind') ?? 0)
  }
  set wind(knots: number) {
    this.setAttribute('wind', String(knots))
  }

  /** Where it comes from. */
  get from(): Quarter {
    const given = this.getAttribute('from') as Quarter
    return quarters.includes(given) ? given : 'N'
  }
  set from(quarter: Quarter) {
    this.setAttribute('from', quarter)
  }

  /** Swell that a reader prone to seasickness would want to know of. */
  get rough(): boolean {
    return this.hasAttribute('rough')
  }
  set rough(on: boolean) {
    this.toggleAttribute('rough', on)
  }

  /** Another colour for the needle. That of the words, unless set. */
  get tint(): string | null {
    return this.getAttribute('tint')
  }
  set tint(colour: string | null) {
    if (colour === null) this.removeAttribute('tint')
    else this.setAttribute('tint', colour)
  }

  connectedCallback(): void {
    this.attributeChangedCallback()
  }

  attributeChangedCallback(): void {
    this.find('.reading').textContent = `${this.wind} kn ${this.from}`
    this.find('.needle').style.color = this.tint ?? ''
    this.find('.needle').style.setProperty('--_turn', `${quarters.indexOf(this.from) * 45 + 180}deg`)
  }
}

customElements.define('tern-weather-chip', TernWeatherChip)
