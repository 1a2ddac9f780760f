import { markup, register, sheet, TernElement } from './base.ts'
import css from './gangway-switch.css' with { type: 'text' }
import shared from './shared.css' with { type: 'text' }

const template = markup(`
  <button part="track" class="track" type="button" role="switch"><span part="thumb" class="thumb"></span></button>
  <span part="label" class="label"><slot>Gangway</slot></span>
`)
const sheets = [sheet(shared), sheet(css)]

/**
 * One thing that is on or off at once, without a form around it.
 *
 * @group Choosing
 * @status trial
 * @kind form
 * @slot - What is switched.
 * @fires {CustomEvent<{ open: boolean }>} toggle - The reader switched it.
 * @csspart track - The button itself.
 * @csspart thumb - What moves.
 * @csspart label - The words beside it.
 * @cssprop --tern-switch-on - The track while it is on.
 * @cssprop --tern-switch-off - The track while it is off.
 */
export class TernGangwaySwitch extends TernElement {
  static observedAttributes = ['open', 'locked']

  constructor() {
    super()
    this.dress(template, ...sheets)
    this.find('.track').addEventListener('click', () => {
      if (this.locked) return
      if (this.emit<{ open: boolean }>('toggle', { open: !this.open })) this.open = !this.open
    })
  }

  /** Whether it is on. */
  get open(): boolean {
    return this.hasAttribute('open')
  }
  set open(on: boolean) {
    this.toggleAttribute('open', on)
  }

  /** Shows how it stands, and cannot be switched. */
  get locked(): boolean {
    return this.hasAttribute('locked')
  }
  set locked(on: boolean) {
    this.toggleAttribute('locked', on)
  }

  connectedCallback(): void {
    this.attributeChangedCallback()
  }

  attributeChangedCallback(): void {
    const track = this.find<HTMLButtonElement>('.track')
    track.ariaChecked = String(this.open)
    track.disabled = this.locked
    track.ariaLabel = this.textContent?.trim() || 'Gangway'
  }
}

register('tern-gangway-switch', TernGangwaySwitch)
