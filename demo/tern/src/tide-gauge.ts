import { markup, register, sheet, TernElement } from './base.ts'
import css from './tide-gauge.css' with { type: 'text' }
import shared from './shared.css' with { type: 'text' }

const template = markup(`
  <div part="gauge" class="gauge" role="meter">
    <div part="water" class="water"></div>
    <span part="reading" class="reading"></span>
  </div>
  <slot name="caption"></slot>
`)
const sheets = [sheet(shared), sheet(css)]

/**
 * Height of the tide at a quay.
 *
 * @group Crossings
 * @status trial
 * @kind markup
 * @slot caption - Where the height is taken.
 * @cssprop [--tern-tide-water=#5FA8C4] - The colour of the water.
 */
export class TernTideGauge extends TernElement {
  static observedAttributes = ['height', 'range', 'unit']

  constructor() {
    super()
    this.dress(template, ...sheets)
  }

  /** Height above chart datum. */
  get height(): number {
    return Number(this.getAttribute('height') ?? 0)
  }
  set height(height: number) {
    this.setAttribute('height', String(height))
  }

  /** The highest tide the gauge can show. */
  get range(): number {
    return Number(this.getAttribute('range') ?? 5)
  }
  set range(range: number) {
    this.setAttribute('range', String(range))
  }

  get unit(): 'm' | 'ft' {
    return this.getAttribute('unit') === 'ft' ? 'ft' : 'm'
  }
  set unit(unit: 'm' | 'ft') {
    this.setAttribute('unit', unit)
  }

  connectedCallback(): void {
    this.attributeChangedCallback()
  }

  attributeChangedCallback(): void {
    const share = Math.min(1, Math.max(0, this.height / this.range))
    const gauge = this.find('.gauge')
    gauge.style.setProperty('--_level', `${share * 100}%`)
    gauge.ariaValueNow = String(this.height)
    gauge.ariaValueMax = String(this.range)
    gauge.ariaLabel = 'Tide'
    this.find('.reading').textContent = `${this.height} ${this.unit}`
  }
}

register('tern-tide-gauge', TernTideGauge)
