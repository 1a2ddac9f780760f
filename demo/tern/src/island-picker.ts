import { markup, register, sheet, TernElement } from './base.ts'
import css from './island-picker.css' with { type: 'text' }
import open from './icons/open.svg' with { type: 'text' }
import shared from './shared.css' with { type: 'text' }

/** An island that can be chosen. */
export interface Island { id: string; name: string; closed?: boolean }

const template = markup(`
  <span part="label" class="label" id="label"></span>
  <div part="field" class="field" role="combobox" tabindex="0" aria-haspopup="listbox" aria-labelledby="label"><span class="shown"></span>${open}</div>
  <ul part="list" class="list" role="listbox" id="list" aria-labelledby="label" hidden></ul>
`)
const sheets = [sheet(shared), sheet(css)]

/**
 * Choose one island out of many. The list opens below; the focus stays in the field, and the option that the
 * arrows are at is told as active. Letters go to the next island that begins with them.
 *
 * @group Choosing
 * @status stable
 * @kind form
 * @fires {CustomEvent<{ island: string }>} island-change - Another island was chosen.
 * @key ArrowDown - Opens the list, or goes to the next island.
 * @key ArrowUp - Opens the list, or goes to the island before.
 * @key Home - Goes to the first island.
 * @key End - Goes to the last island.
 * @key Enter - Opens the list, or chooses the island the arrows are at.
 * @key Space - Opens the list, or chooses the island the arrows are at.
 * @key Escape - Closes the list and chooses nothing.
 * @csspart label - What is chosen, above the field.
 * @csspart field - Where the choice stands.
 * @csspart list - The list while it is open.
 * @csspart island - One island in the list.
 * @cssstate open - While the list is there.
 */
export class TernIslandPicker extends TernElement {
  static observedAttributes = ['chosen', 'label']
  readonly #internals = this.attachInternals()
  #islands: Island[] = [
    { id: 'ardle', name: 'Ardle' },
    { id: 'calder', name: 'Calder' },
    { id: 'fethay', name: 'Fethay', closed: true },
    { id: 'skerray', name: 'Skerray' },
  ]
  #at = -1

  constructor() {
    super()
    this.dress(template, ...sheets)
    const field = this.find('.field')
    field.addEventListener('click', () => (this.#isOpen ? this.#close() : this.#open()))
    field.addEventListener('keydown', (event) => this.#key(event))
    field.addEventListener('blur', () => this.#close())
    const list = this.find('.list')
    // the focus stays where it is while something in the list is pressed
    list.addEventListener('mousedown', (event) => event.preventDefault())
    list.addEventListener('click', (event) => {
      const option = (event.target as HTMLElement).closest<HTMLElement>('[data-island]')
      if (option) this.#choose(option.dataset.island!)
    })
  }

  /** The islands on offer, in order. One that is closed is shown, and cannot be chosen. */
  get islands(): Island[] {
    return this.#islands
  }
  set islands(islands: Island[]) {
    this.#islands = islands
    this.#show()
  }

  /** The id of the island that is chosen. */
  get chosen(): string | null {
    return this.getAttribute('chosen')
  }
  set chosen(island: string | null) {
    if (island === null) this.removeAttribute('chosen')
    else this.setAttribute('chosen', island)
  }

  /** What is chosen. */
  get label(): string {
    return this.getAttribute('label') ?? 'Island'
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

  get #isOpen(): boolean {
    return this.#internals.states.has('open')
  }

  #open(): void {
    this.#internals.states.add('open')
    this.#at = Math.max(0, this.#islands.findIndex(({ id }) => id === this.chosen))
    this.#show()
  }

  #close(): void {
    if (!this.#isOpen) return
    this.#internals.states.delete('open')
    this.#at = -1
    this.#show()
  }

  #choose(id: string): void {
    const island = this.#islands.find((known) => known.id === id)
    if (!island || island.closed) return
    this.#close()
    if (id !== this.chosen && this.emit('island-change', { island: id })) this.chosen = id
  }

  #key(event: KeyboardEvent): void {
    const last = this.#islands.length - 1
    if (!this.#isOpen) {
      if (!['ArrowDown', 'ArrowUp', 'Home', 'End', 'Enter', ' '].includes(event.key)) return
      event.preventDefault()
      this.#open()
      if (event.key === 'Home') this.#go(0)
      if (event.key === 'End') this.#go(last)
      return
    }
    if (event.key === 'Escape') this.#close()
    else if (event.key === 'Enter' || event.key === ' ') this.#choose(this.#islands[this.#at]?.id ?? '')
    else if (event.key === 'ArrowDown') this.#go(Math.min(last, this.#at + 1))
    else if (event.key === 'ArrowUp') this.#go(Math.max(0, this.#at - 1))
    else if (event.key === 'Home') this.#go(0)
    else if (event.key === 'End') this.#go(last)
    else if (event.key.length === 1) this.#go(this.#beginsWith(event.key.toLowerCase()))
    else return
    event.preventDefault()
  }

  #beginsWith(letter: string): number {
    const after = this.#islands.findIndex(({ name }, i) => i > this.#at && name.toLowerCase().startsWith(letter))
    return after === -1 ? this.#at : after
  }

  #go(to: number): void {
    this.#at = to
    this.#show()
  }

  #show(): void {
    this.find('.label').textContent = this.label
    const chosen = this.#islands.find(({ id }) => id === this.chosen)
    const shown = this.find('.shown')
    shown.textContent = chosen?.name ?? this.say('choose')
    shown.classList.toggle('none', !chosen)
    const list = this.find('.list')
    list.hidden = !this.#isOpen
    list.replaceChildren(
      ...this.#islands.map((island, i) => {
        const option = document.createElement('li')
        option.id = `island-${i}`
        option.setAttribute('part', 'island')
        option.dataset.island = island.id
        option.role = 'option'
        option.ariaSelected = String(island.id === this.chosen)
        option.ariaDisabled = String(island.closed ?? false)
        option.classList.toggle('at', i === this.#at)
        option.textContent = island.name
        return option
      }),
    )
    const field = this.find('.field')
    field.ariaExpanded = String(this.#isOpen)
    field.setAttribute('aria-controls', 'list')
    if (this.#at >= 0) field.setAttribute('aria-activedescendant', `island-${this.#at}`)
    else field.removeAttribute('aria-activedescendant')
  }
}

register('tern-island-picker', TernIslandPicker)
