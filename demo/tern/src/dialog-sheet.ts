import { markup, register, sheet, TernElement } from './base.ts'
import css from './dialog-sheet.css' with { type: 'text' }
import close from './icons/close.svg' with { type: 'text' }
import shared from './shared.css' with { type: 'text' }

/** Why a sheet was closed. */
export type CloseReason = 'done' | 'key' | 'button'

const template = markup(`
  <slot name="opener"><button part="opener" class="opener" type="button"></button></slot>
  <dialog part="sheet" class="sheet" aria-labelledby="heading">
    <header class="head"><h2 part="heading" class="heading" id="heading"></h2><button part="close" class="close" type="button" aria-label="Close">${close}</button></header>
    <div class="body"><slot>Nothing to read yet.</slot></div>
    <footer class="foot"><slot name="acts"><button class="done" type="button">Done</button></slot></footer>
  </dialog>
`)
const sheets = [sheet(shared), sheet(css)]

/**
 * Something that wants an answer before the page goes on, on a sheet from below. The focus goes into it and comes
 * back to what opened it.
 *
 * @group Telling
 * @status trial
 * @kind behaviour
 * @slot - What is to be read, or filled in.
 * @slot opener - What opens it, where that is no plain button.
 * @slot acts - What can be done in the end.
 * @fires {CustomEvent<{ reason: CloseReason }>} sheet-close - It was closed, and why.
 * @key Escape - Closes it.
 * @csspart opener - The button that opens it.
 * @csspart sheet - The sheet itself.
 * @csspart heading - What it is about.
 * @csspart close - The button that puts it away.
 * @cssstate open - While it stands above the page.
 */
export class TernDialogSheet extends TernElement {
  static observedAttributes = ['heading', 'label']
  readonly #internals = this.attachInternals()
  #reason: CloseReason = 'key'

  constructor() {
    super()
    this.dress(template, ...sheets)
    this.find('slot[name=opener]').addEventListener('click', () => this.open())
    this.find('.close').addEventListener('click', () => this.close('button'))
    this.find('.done').addEventListener('click', () => this.close('done'))
    this.find('.sheet').addEventListener('close', () => {
      this.#internals.states.delete('open')
      this.emit<{ reason: CloseReason }>('sheet-close', { reason: this.#reason })
      this.#reason = 'key'
    })
  }

  /** What the sheet is about. */
  get heading(): string {
    return this.getAttribute('heading') ?? 'Before you board'
  }
  set heading(heading: string) {
    this.setAttribute('heading', heading)
  }

  /** What the button says that opens it. */
  get label(): string {
    return this.getAttribute('label') ?? 'Read first'
  }
  set label(label: string) {
    this.setAttribute('label', label)
  }

  /** Opens it above the page. */
  open(): void {
    const sheet = this.find<HTMLDialogElement>('.sheet')
    if (sheet.open) return
    sheet.showModal()
    this.#internals.states.add('open')
  }

  /** Puts it away. */
  close(reason: CloseReason = 'done'): void {
    this.#reason = reason
    this.find<HTMLDialogElement>('.sheet').close()
  }

  connectedCallback(): void {
    this.attributeChangedCallback()
  }

  attributeChangedCallback(): void {
    this.find('.heading').textContent = this.heading
    this.find('.opener').textContent = this.label
    this.find('.close').setAttribute('aria-label', this.say('close'))
    this.find('.done').textContent = this.say('done')
  }
}

register('tern-dialog-sheet', TernDialogSheet)
