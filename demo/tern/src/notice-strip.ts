import { markup, register, sheet, TernElement } from './base.ts'
import css from './notice-strip.css' with { type: 'text' }
import close from './icons/close.svg' with { type: 'text' }
import shared from './shared.css' with { type: 'text' }

/** How grave a notice is. */
export type Tone = 'calm' | 'warn' | 'storm' | 'good'
const tones: readonly Tone[] = ['calm', 'warn', 'storm', 'good']

const template = markup(`
  <div part="strip" class="strip" role="status">
    <div class="news"><slot><span data-label></span></slot></div>
    <time part="until" class="until" hidden></time>
    <slot name="action"></slot>
    <button part="close" class="close" type="button" aria-label="Put away" hidden>${close}</button>
  </div>
`)
const sheets = [sheet(shared), sheet(css)]

/**
 * News that matters to everybody on the page, in one or two sentences.
 *
 * @group Notices
 * @status stable
 * @kind markup
 * @slot - The news itself, one or two sentences.
 * @slot action - One act at most, usually a `tern-action`.
 * @fires {CustomEvent<{ reason: 'button' | 'key' }>} dismiss - The reader puts the notice away. Refuse it to keep the notice.
 * @key Escape - Puts the notice away, where it is dismissible.
 * @csspart strip - The whole band.
 * @csspart close - The button that puts it away.
 * @csspart icon - The sign in front of the news.
 * @cssprop --tern-notice-edge - The line at its side. Follows the tone unless set.
 */
export class TernNoticeStrip extends TernElement {
  static observedAttributes = ['tone', 'dismissible', 'compact', 'until', 'label']

  constructor() {
    super()
    this.dress(template, ...sheets)
    this.find('.close').addEventListener('click', () => this.#leave('button'))
    this.addEventListener('keydown', (event) => {
      if (event.key === 'Escape' && this.dismissible) this.#leave('key')
    })
  }

  /** How grave the news is. Sets colour and the word read out first. */
  get tone(): Tone {
    const given = this.getAttribute('tone') as Tone
    return tones.includes(given) ? given : 'calm'
  }
  set tone(tone: Tone) {
    this.setAttribute('tone', tone)
  }

  /** Lets the reader put it away. Fires `dismiss`. */
  get dismissible(): boolean {
    return this.hasAttribute('dismissible')
  }
  set dismissible(on: boolean) {
    this.toggleAttribute('dismissible', on)
  }

  /** Less room above and below. */
  get compact(): boolean {
    return this.hasAttribute('compact')
  }
  set compact(on: boolean) {
    this.toggleAttribute('compact', on)
  }

  /** When the notice ends, ISO 8601. Shown in the reader's own time. */
  get until(): string | null {
    return this.getAttribute('until')
  }
  set until(moment: string | null) {
    if (moment === null) this.removeAttribute('until')
    else this.setAttribute('until', moment)
  }

  get label(): string {
    return this.getAttribute('label') ?? 'Notice'
  }
  set label(label: string) {
    this.setAttribute('label', label)
  }

  connectedCallback(): void {
    this.#show()
  }

  attributeChangedCallback(): void {
    this.#show()
  }

  #show(): void {
    this.find('[data-label]').textContent = this.label
    this.find('.close').hidden = !this.dismissible
    this.find('.close').setAttribute('aria-label', this.say('away'))
    const until = this.find<HTMLTimeElement>('.until')
    const moment = this.until ? new Date(this.until) : undefined
    until.hidden = !moment || Number.isNaN(moment.getTime())
    if (moment && !until.hidden) {
      until.dateTime = moment.toISOString()
      until.textContent = this.say('until', { time: moment.toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' }) })
    }
  }

  #leave(reason: 'button' | 'key'): void {
    if (this.emit<{ reason: 'button' | 'key' }>('dismiss', { reason })) this.hidden = true
  }
}

register('tern-notice-strip', TernNoticeStrip)
