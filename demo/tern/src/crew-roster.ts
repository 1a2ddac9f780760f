import { markup, register, sheet, TernElement } from './base.ts'
import css from './crew-roster.css' with { type: 'text' }
import shared from './shared.css' with { type: 'text' }

/** Somebody of the crew, and where they are. */
export interface CrewMember { name: string; duty: string; aboard: boolean }
export type RosterOrder = 'name' | 'duty'

const template = markup(`
  <table part="roster" class="roster">
    <caption part="caption" class="caption"></caption>
    <thead><tr><th scope="col"><button type="button" data-by="name">Name</button></th><th scope="col"><button type="button" data-by="duty">Duty</button></th><th scope="col">Where</th></tr></thead>
    <tbody class="rows"></tbody>
  </table>
  <div class="none"><slot name="none">Nobody is on this crossing yet.</slot></div>
`)
const sheets = [sheet(shared), sheet(css)]

/**
 * Who works on a crossing, a row each. Its readers put it in order by name or by duty.
 *
 * @group Crossings
 * @status trial
 * @kind markup
 * @slot none - What is shown while nobody is in it.
 * @fires {CustomEvent<{ order: RosterOrder }>} order-change - It was put in another order.
 * @csspart roster - The table.
 * @csspart caption - What is above it.
 * @csspart member - One row.
 * @cssstate empty - While nobody is in it.
 */
export class TernCrewRoster extends TernElement {
  static observedAttributes = ['order', 'caption', 'close']
  readonly #internals = this.attachInternals()
  #crew: CrewMember[] = [
    { name: 'M. Aird', duty: 'Mate', aboard: true },
    { name: 'S. Coll', duty: 'Deckhand', aboard: true },
    { name: 'B. Lowrie', duty: 'Master', aboard: false },
  ]

  constructor() {
    super()
    this.dress(template, ...sheets)
    this.find('thead').addEventListener('click', (event) => {
      const by = (event.target as HTMLElement).closest<HTMLElement>('[data-by]')?.dataset.by as RosterOrder | undefined
      if (by && by !== this.order && this.emit<{ order: RosterOrder }>('order-change', { order: by })) this.order = by
    })
  }

  /** Who is in it. */
  get crew(): CrewMember[] {
    return this.#crew
  }
  set crew(crew: CrewMember[]) {
    this.#crew = crew
    this.#show()
  }

  /** By what the rows are in order. */
  get order(): RosterOrder {
    return this.getAttribute('order') === 'duty' ? 'duty' : 'name'
  }
  set order(order: RosterOrder) {
    this.setAttribute('order', order)
  }

  /** What is above the table. */
  get caption(): string {
    return this.getAttribute('caption') ?? 'Crew'
  }
  set caption(caption: string) {
    this.setAttribute('caption', caption)
  }

  /** Rows stand closer together. */
  get close(): boolean {
    return this.hasAttribute('close')
  }
  set close(close: boolean) {
    this.toggleAttribute('close', close)
  }

  connectedCallback(): void {
    this.#show()
  }

  attributeChangedCallback(): void {
    this.#show()
  }

  #show(): void {
    const isEmpty = this.#crew.length === 0
    if (isEmpty) this.#internals.states.add('empty')
    else this.#internals.states.delete('empty')
    this.find('.caption').textContent = this.caption
    for (const button of this.root.querySelectorAll<HTMLElement>('[data-by]'))
      button.parentElement!.ariaSort = button.dataset.by === this.order ? 'ascending' : 'none'
    const order = this.order
    const rows = [...this.#crew].sort((a, b) => a[order].localeCompare(b[order]))
    this.find('.rows').replaceChildren(
      ...rows.map((member) => {
        const row = document.createElement('tr')
        row.setAttribute('part', 'member')
        row.classList.toggle('ashore', !member.aboard)
        for (const text of [member.name, member.duty, member.aboard ? 'aboard' : 'ashore'])
          row.insertCell().textContent = text
        return row
      }),
    )
  }
}

register('tern-crew-roster', TernCrewRoster)
