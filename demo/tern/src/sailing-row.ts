import { markup, register, sheet, TernElement } from './base.ts'
import css from './sailing-row.css' with { type: 'text' }
import shared from './shared.css' with { type: 'text' }

/** How a sailing stands. */
export type Standing = 'on-time' | 'late' | 'cancelled'
const words: Record<Standing, string> = { 'on-time': 'on time', late: 'late', cancelled: 'cancelled' }

const template = markup(`
  <div part="row" class="row">
    <time part="time" class="time"></time>
    <span part="route" class="route"><slot><span class="from"></span> → <span class="to"></span></slot></span>
    <slot name="extra"></slot>
    <span part="standing" class="standing"></span>
  </div>
`)
const sheets = [sheet(shared), sheet(css)]

/**
 * One crossing in a timetable.
 *
 * @group Crossings
 * @status stable
 * @kind markup
 * @slot - The route. From and to, unless filled.
 * @slot extra - A chip or mark that belongs to this crossing.
 * @csspart row - The whole row.
 * @csspart time - The time of departure.
 * @csspart route - From where to where.
 * @csspart standing - How it stands.
 * @cssprop --tern-row-edge - The line at its side. Follows the standing unless set.
 */
export class TernSailingRow extends TernElement {
  static observedAttributes = ['departs', 'from', 'to', 'standing']

  constructor() {
    super()
    this.dress(template, ...sheets)
  }

  /**
   * Time of departure, as printed in the timetable.
   * @required
   */
  get departs(): string {
    return this.getAttribute('departs') ?? ''
  }
  set departs(time: string) {
    this.setAttribute('departs', time)
  }

  /** The quay it leaves from. */
  get from(): string {
    return this.getAttribute('from') ?? ''
  }
  set from(quay: string) {
    this.setAttribute('from', quay)
  }

  /** The quay it goes to. */
  get to(): string {
    return this.getAttribute('to') ?? ''
  }
  set to(quay: string) {
    this.setAttribute('to', quay)
  }

  /** How it stands now. */
  get standing(): Standing {
    const given = this.getAttribute('standing')
    return given === 'late' || given === 'cancelled' ? given : 'on-time'
  }
  set standing(standing: Standing) {
    this.setAttribute('standing', standing)
  }

  connectedCallback(): void {
    this.attributeChangedCallback()
  }

  attributeChangedCallback(): void {
    this.find('.time').textContent = this.departs || '--:--'
    this.find('.from').textContent = this.from
    this.find('.to').textContent = this.to
    this.find('.standing').textContent = words[this.standing]
  }
}

register('tern-sailing-row', TernSailingRow)
