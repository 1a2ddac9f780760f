import { markup, register, sheet, TernElement } from './base.ts'
import css from './berth-mark.css' with { type: 'text' }
import shared from './shared.css' with { type: 'text' }

const TAG = 'tern-berth-mark'
const OBSERVED = ['berth', 'closed'] as const
const template = markup(`<span part="mark" class="mark"><span part="number" class="number"></span><slot>Berth</slot></span>`)
const sheets = [sheet(shared), sheet(css)]

/**
 * Says at which berth a boat lies.
 *
 * @group Crossings
 * @status stable
 * @kind markup
 * @slot - What the number is of. “Berth” unless filled.
 * @csspart mark - The whole mark.
 * @csspart number - The disc with the number.
 * @cssstate closed - Nobody lands here today.
 * @cssprop [--tern-berth-ground=#11344A] - The ground of the disc.
 */
export class TernBerthMark extends TernElement {
  static get observedAttributes(): readonly string[] {
    return [...OBSERVED]
  }

  readonly #internals = this.attachInternals()

  constructor() {
    super()
    this.dress(template, ...sheets)
  }

  /**
   * Number of the berth, as painted on the quay.
   * @required
   */
  get berth(): string | null {
    return this.getAttribute('berth')
  }
  set berth(berth: string | null) {
    if (berth === null) this.removeAttribute('berth')
    else this.setAttribute('berth', berth)
  }

  /** Nobody lands here today. */
  get closed(): boolean {
    return this.hasAttribute('closed')
  }
  set closed(on: boolean) {
    this.toggleAttribute('closed', on)
  }

  connectedCallback(): void {
    this.attributeChangedCallback()
  }

  attributeChangedCallback(): void {
    this.find('.number').textContent = this.berth ?? '–'
    if (this.closed) this.#internals.states.add('closed')
    else this.#internals.states.delete('closed')
  }
}

register(TAG, TernBerthMark)
