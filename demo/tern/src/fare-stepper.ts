import { markup, register, sheet, TernElement } from './base.ts'
import css from './fare-stepper.css' with { type: 'text' }
import less from './icons/less.svg' with { type: 'text' }
import more from './icons/more.svg' with { type: 'text' }
import shared from './shared.css' with { type: 'text' }

const template = markup(`
  <div part="stepper" class="stepper" role="spinbutton" tabindex="0">
    <button part="less" class="less" type="button" tabindex="-1" aria-hidden="true">${less}</button>
    <output part="count" class="count"></output>
    <button part="more" class="more" type="button" tabindex="-1" aria-hidden="true">${more}</button>
  </div>
`)
const sheets = [sheet(shared), sheet(css)]

/**
 * How many fares of one sort. Answers arrow keys, Page Up and Down, Home and End.
 *
 * @group Choosing
 * @status stable
 * @kind form
 * @fires {CustomEvent<{ count: number; before: number }>} count-change - The reader chose another number.
 * @key ArrowUp - One more.
 * @key ArrowRight - One more.
 * @key ArrowDown - One less.
 * @key ArrowLeft - One less.
 * @key PageUp - Five more.
 * @key PageDown - Five less.
 * @key Home - The fewest that can be chosen.
 * @key End - The most that can be chosen.
 * @csspart stepper - The whole control.
 * @csspart count - The number.
 * @csspart less - The button for one less.
 * @csspart more - The button for one more.
 * @cssstate full - No more can be chosen.
 * @cssprop [--tern-stepper-ground=#FFFFFF] - The ground behind the number.
 */
export class TernFareStepper extends TernElement {
  static formAssociated = true
  static observedAttributes = ['count', 'least', 'most', 'label']
  readonly #internals = this.attachInternals()
  #count = 1
  #least = 0
  #most = 9
  #label = 'Fares'

  constructor() {
    super()
    this.dress(template, ...sheets)
    this.find('.less').addEventListener('click', () => this.#step(-1))
    this.find('.more').addEventListener('click', () => this.#step(1))
    this.find('.stepper').addEventListener('keydown', (event) => {
      const by: Record<string, number> = {
        ArrowUp: 1,
        ArrowRight: 1,
        ArrowDown: -1,
        ArrowLeft: -1,
        PageUp: 5,
        PageDown: -5,
        Home: -Infinity,
        End: Infinity,
      }
      const step = by[event.key]
      if (step === undefined) return
      event.preventDefault()
      this.#step(step)
    })
  }

  /** How many are chosen. Kept between least and most. */
  get count(): number {
    return this.#count
  }
  set count(count: number) {
    this.#count = Math.min(this.#most, Math.max(this.#least, count))
    this.#show()
  }

  /** The fewest that can be chosen. */
  get least(): number {
    return this.#least
  }
  set least(least: number) {
    this.#least = least
    this.count = this.#count
  }

  /** The most that can be chosen. */
  get most(): number {
    return this.#most
  }
  set most(most: number) {
    this.#most = most
    this.count = this.#count
  }

  /** What is counted, for readers who hear the page. */
  get label(): string {
    return this.#label
  }
  set label(label: string) {
    this.#label = label
    this.#show()
  }

  connectedCallback(): void {
    this.#show()
  }

  attributeChangedCallback(name: string, _before: string | null, now: string | null): void {
    switch (name) {
      case 'count':
        this.count = Number(now ?? 1)
        break
      case 'least':
        this.least = Number(now ?? 0)
        break
      case 'most':
        this.most = Number(now ?? 9)
        break
      case 'label':
        this.label = now ?? 'Fares'
        break
    }
  }

  /** Back to the fewest. */
  clear(): void {
    this.count = this.#least
  }

  #step(by: number): void {
    const before = this.#count
    this.count = before + by
    if (this.#count !== before) this.emit<{ count: number; before: number }>('count-change', { count: this.#count, before })
  }

  #show(): void {
    const stepper = this.find('.stepper')
    this.find('.count').textContent = String(this.#count)
    stepper.ariaLabel = this.label
    stepper.ariaValueNow = String(this.#count)
    stepper.ariaValueMin = String(this.#least)
    stepper.ariaValueMax = String(this.#most)
    this.find<HTMLButtonElement>('.less').disabled = this.#count <= this.#least
    this.find<HTMLButtonElement>('.more').disabled = this.#count >= this.#most
    this.#internals.setFormValue(String(this.#count))
    if (this.#count >= this.#most) this.#internals.states.add('full')
    else this.#internals.states.delete('full')
  }
}

register('tern-fare-stepper', TernFareStepper)
