import { markup, register, sheet, TernElement } from './base.ts'
import css from './field.css' with { type: 'text' }
import shared from './shared.css' with { type: 'text' }

const template = markup(`
  <label part="label" class="label" for="control"></label>
  <div class="control"><slot><input part="control" class="input" id="control"></slot></div>
  <p part="hint" class="hint" id="hint"></p>
  <p part="error" class="error" id="error" role="alert"></p>
`)
const sheets = [sheet(shared), sheet(css)]

/**
 * A label, a control, a hint, and what is wrong. A control that is put in is told all three.
 *
 * @group Choosing
 * @status trial
 * @kind form
 * @slot - The control, where a plain line of text is not enough.
 * @csspart label - What is asked for.
 * @csspart control - The line of text.
 * @csspart hint - How it is meant.
 * @csspart error - What is wrong.
 * @cssstate invalid - While something is wrong.
 */
export class TernField extends TernElement {
  static observedAttributes = ['label', 'hint', 'error', 'optional']
  readonly #internals = this.attachInternals()

  constructor() {
    super()
    this.dress(template, ...sheets)
    this.find('slot').addEventListener('slotchange', () => this.#show())
  }

  /** What is asked for. */
  get label(): string {
    return this.getAttribute('label') ?? 'Name on the ticket'
  }
  set label(label: string) {
    this.setAttribute('label', label)
  }

  /** How it is meant, below the control. */
  get hint(): string {
    return this.getAttribute('hint') ?? ''
  }
  set hint(hint: string) {
    this.setAttribute('hint', hint)
  }

  /** What is wrong with it; nothing while all is well. */
  get error(): string {
    return this.getAttribute('error') ?? ''
  }
  set error(error: string) {
    this.setAttribute('error', error)
  }

  /** Whether it may be left empty. Says so beside the label. */
  get optional(): boolean {
    return this.hasAttribute('optional')
  }
  set optional(optional: boolean) {
    this.toggleAttribute('optional', optional)
  }

  connectedCallback(): void {
    this.#show()
  }

  attributeChangedCallback(): void {
    this.#show()
  }

  #show(): void {
    const named = this.optional ? `${this.label} (may be empty)` : this.label
    this.find('.label').textContent = named
    this.find('.hint').textContent = this.hint
    this.find('.hint').hidden = this.hint === ''
    this.find('.error').textContent = this.error
    this.find('.error').hidden = this.error === ''
    if (this.error) this.#internals.states.add('invalid')
    else this.#internals.states.delete('invalid')
    const input = this.find('.input')
    input.setAttribute('aria-describedby', 'hint')
    const put = this.find<HTMLSlotElement>('slot').assignedElements()
    for (const control of [input, ...put]) {
      control.ariaInvalid = String(this.error !== '')
      control.ariaRequired = String(!this.optional)
    }
    for (const control of put) {
      control.ariaLabel = named
      control.ariaDescription = [this.hint, this.error].filter(Boolean).join(' ')
    }
  }
}

register('tern-field', TernField)
