import { markup, register, sheet, TernElement } from './base.ts'
import css from './deck-picker.css' with { type: 'text' }
import shared from './shared.css' with { type: 'text' }

/** A deck that can be chosen. */
export interface Deck { id: string; name: string; full?: boolean }

const template = markup(`<div part="decks" class="decks" role="radiogroup"></div>`)
const sheets = [sheet(shared), sheet(css)]

/**
 * Choose one deck. A radio group with one moving tab stop: arrows choose, Home and End go to the ends.
 *
 * @group Choosing
 * @status stable
 * @kind form
 * @fires {CustomEvent<{ deck: string }>} deck-change - Another deck was chosen.
 * @key ArrowRight - Chooses the next deck.
 * @key ArrowDown - Chooses the next deck.
 * @key ArrowLeft - Chooses the deck before.
 * @key ArrowUp - Chooses the deck before.
 * @key Home - Chooses the first deck.
 * @key End - Chooses the last deck.
 * @csspart decks - The whole group.
 * @csspart deck - One deck.
 */
export class TernDeckPicker extends TernElement {
  static observedAttributes = ['chosen', 'label']
  #decks: Deck[] = [{ id: 'a', name: 'A' }, { id: 'b', name: 'B' }, { id: 'c', name: 'C' }]

  constructor() {
    super()
    this.dress(template, ...sheets)
    this.find('.decks').addEventListener('click', (event) => {
      const deck = (event.target as HTMLElement).closest<HTMLElement>('[data-deck]')?.dataset.deck
      if (deck) this.#choose(deck)
    })
    this.find('.decks').addEventListener('keydown', (event) => this.#key(event))
  }

  /** The decks on offer, in order. */
  get decks(): Deck[] {
    return this.#decks
  }
  set decks(decks: Deck[]) {
    this.#decks = decks
    this.#show()
  }

  /** The id of the deck that is chosen. */
  get chosen(): string | null {
    return this.getAttribute('chosen')
  }
  set chosen(deck: string | null) {
    if (deck === null) this.removeAttribute('chosen')
    else this.setAttribute('chosen', deck)
  }

  /** What is chosen, for readers who hear the page. */
  get label(): string {
    return this.getAttribute('label') ?? 'Deck'
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

  #choose(deck: string): void {
    if (this.#decks.find((one) => one.id === deck)?.full || deck === this.chosen) return
    if (this.emit('deck-change', { deck })) this.chosen = deck
  }

  #key(event: KeyboardEvent): void {
    const open = this.#decks.filter((one) => !one.full)
    const at = open.findIndex((one) => one.id === this.chosen)
    const to: Record<string, number> = {
      ArrowRight: at + 1,
      ArrowDown: at + 1,
      ArrowLeft: at - 1,
      ArrowUp: at - 1,
      Home: 0,
      End: open.length - 1,
    }
    const next = to[event.key]
    if (next === undefined || open.length === 0) return
    event.preventDefault()
    const deck = open[(next + open.length) % open.length]!
    this.#choose(deck.id)
    this.find(`[data-deck="${CSS.escape(deck.id)}"]`)?.focus()
  }

  #show(): void {
    const group = this.find('.decks')
    group.ariaLabel = this.label
    const first = this.#decks.find((one) => !one.full)
    const stop = this.#decks.some((one) => one.id === this.chosen) ? this.chosen : first?.id
    group.replaceChildren(
      ...this.#decks.map((deck) => {
        const radio = document.createElement('span')
        radio.setAttribute('part', 'deck')
        radio.dataset.deck = deck.id
        radio.role = 'radio'
        radio.ariaChecked = String(deck.id === this.chosen)
        radio.ariaDisabled = String(deck.full ?? false)
        radio.tabIndex = deck.id === stop ? 0 : -1
        radio.textContent = deck.name
        return radio
      }),
    )
  }
}

register('tern-deck-picker', TernDeckPicker)
