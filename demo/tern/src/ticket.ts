import './action.ts'
import { markup, register, sheet, TernElement } from './base.ts'
import './berth-mark.ts'
import type { TernBerthMark } from './berth-mark.ts'
import css from './ticket.css' with { type: 'text' }
import shared from './shared.css' with { type: 'text' }

/** Who travels on a ticket. */
export interface Passenger { name: string; deck: string; foot: boolean }

const template = markup(`
  <article part="ticket" class="ticket">
    <header class="head"><span class="line">Marram Line</span><tern-berth-mark exportparts="number: berth-number"></tern-berth-mark></header>
    <h3 part="destination" class="destination"></h3>
    <div class="passenger"><slot><span class="who"></span></slot></div>
    <footer class="foot"><time class="day"></time><slot name="stub"></slot><tern-action emphasis="quiet" exportparts="button: board">Board</tern-action></footer>
  </article>
`)
const sheets = [sheet(shared), sheet(css)]

/**
 * A ticket for one crossing, as it is shown at the gangway. Made of a berth mark and an action.
 *
 * @group Crossings
 * @status draft
 * @kind feature
 * @slot - Who travels. Taken from the passenger unless filled.
 * @fires {CustomEvent<{ destination: string }>} board - The reader goes on board.
 * @csspart ticket - The whole ticket.
 * @csspart destination - Where it goes.
 * @csspart berth-number - The disc of the berth mark inside.
 */
export class TernTicket extends TernElement {
  static observedAttributes = ['destination', 'berth']
  #passenger: Passenger | undefined
  #day = new Date(2026, 10, 25)

  constructor() {
    super()
    this.dress(template, ...sheets)
    this.find('tern-action').addEventListener('act', (event) => {
      event.stopPropagation()
      this.emit('board', { destination: this.destination })
    })
  }

  /** Where the boat goes. */
  get destination(): string {
    return this.getAttribute('destination') ?? 'Skerray'
  }
  set destination(island: string) {
    this.setAttribute('destination', island)
  }

  /** Berth the boat leaves from, handed to the mark inside. */
  get berth(): string {
    return this.getAttribute('berth') ?? '1'
  }
  set berth(berth: string) {
    this.setAttribute('berth', berth)
  }

  /** Who travels. */
  get passenger(): Passenger | undefined {
    return this.#passenger
  }
  set passenger(passenger: Passenger | undefined) {
    this.#passenger = passenger
    this.#show()
  }

  /** The day of the crossing. */
  get day(): Date {
    return this.#day
  }
  set day(day: Date) {
    this.#day = day
    this.#show()
  }

  connectedCallback(): void {
    this.#show()
  }

  attributeChangedCallback(): void {
    this.#show()
  }

  #show(): void {
    this.find('.destination').textContent = this.destination
    this.find<TernBerthMark>('tern-berth-mark').berth = this.berth
    this.find('.who').textContent = this.passenger ? `${this.passenger.name} · Deck ${this.passenger.deck} · ${this.passenger.foot ? 'foot' : 'car'}` : 'Deck B · foot'
    const day = this.find<HTMLTimeElement>('.day')
    day.dateTime = this.day.toISOString().slice(0, 10)
    day.textContent = this.day.toLocaleDateString('en-GB', { day: 'numeric', month: 'long' })
  }
}

register('tern-ticket', TernTicket)
