import { markup, register, sheet, TernElement } from './base.ts'
import css from './action.css' with { type: 'text' }
import shared from './shared.css' with { type: 'text' }

export enum Emphasis {
  Main = 'main',
  Quiet = 'quiet',
  Ghost = 'ghost',
}

const template = markup(`
  <button part="button" type="button">
    <slot name="leading"></slot>
    <span part="label" class="label"><slot>Go on</slot></span>
  </button>
`)
const sheets = [sheet(shared), sheet(css)]

/**
 * Something the reader can do. One of main emphasis on a page.
 *
 * @group Choosing
 * @status stable
 * @kind behaviour
 * @slot - What it does, as a verb.
 * @slot leading - A sign in front of the words.
 * @fires {CustomEvent<{ by: 'pointer' | 'keyboard' }>} act - It was used, by pointer or keyboard.
 * @csspart button - The native button.
 * @csspart label - The words.
 * @cssstate busy - Used, and not finished yet.
 */
export class TernAction extends TernElement {
  static formAssociated = true
  static observedAttributes = ['emphasis', 'disabled', 'busy']
  readonly #internals = this.attachInternals()

  constructor() {
    super()
    this.dress(template, ...sheets)
    this.find('button').addEventListener('click', (event) => {
      if (this.busy) return
      this.emit<{ by: 'pointer' | 'keyboard' }>('act', { by: event.detail === 0 ? 'keyboard' : 'pointer' })
    })
  }

  /** How much it asks to be used. */
  get emphasis(): Emphasis {
    return (this.getAttribute('emphasis') as Emphasis | null) ?? Emphasis.Main
  }
  set emphasis(emphasis: Emphasis) {
    this.setAttribute('emphasis', emphasis)
  }

  /** Cannot be used now. */
  get disabled(): boolean {
    return this.hasAttribute('disabled')
  }
  set disabled(on: boolean) {
    this.toggleAttribute('disabled', on)
  }

  /** Used, and not finished yet. Takes no second use. */
  get busy(): boolean {
    return this.hasAttribute('busy')
  }
  set busy(on: boolean) {
    this.toggleAttribute('busy', on)
  }

  connectedCallback(): void {
    this.attributeChangedCallback()
  }

  attributeChangedCallback(): void {
    const button = this.find<HTMLButtonElement>('button')
    button.disabled = this.disabled
    button.ariaBusy = String(this.busy)
    if (this.busy) this.#internals.states.add('busy')
    else this.#internals.states.delete('busy')
  }

  /** Moves focus to the button inside. */
  override focus(options?: FocusOptions): void {
    this.find('button').focus(options)
  }
}

register('tern-action', TernAction)
