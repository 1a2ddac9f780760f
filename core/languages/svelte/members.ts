import ts from 'typescript'
import type { Event } from '../../contract/event'
import type { Method } from '../../contract/method'
import type { Prop } from '../../contract/prop'
import type { Slot } from '../../contract/slot'
import type { TypeModel } from '../../contract/type'
import type { CheckedTypes } from '../../read/source/checked-types'
import { tagText, wordsOf } from '../../read/source/comments'
import { shownDefault } from '../../read/source/defaults'
import { methodAt } from '../../read/source/signatures'
import type { SourceSet } from '../../read/source/source-set'
import { compareDefault } from '../../read/source/stated-default'
import type { SvelteTemplateFacts } from './template'

/** What is said of a prop, a snippet and a handler alike: they are all given as props. */
export interface Given {
  name: string
  type: TypeModel
  required: boolean
  node: ts.Node
  value: ts.Expression | undefined
  words: Pick<Prop, 'comment' | 'deprecated' | 'since'>
  /** Types of what a snippet is given, or a handler is called with. */
  takes: TypeModel[] | undefined
  isSnippet: boolean
  isBindable: boolean
}

/** The members of one Svelte component as they are found, in whatever form they are declared. */
export class SvelteMembers {
  readonly props = new Map<string, Prop>()
  readonly slots = new Map<string, Slot>()
  readonly events = new Map<string, Event>()
  readonly methods = new Map<string, Method>()
  readonly dispatchers = new Set<string>()

  constructor(
    private readonly sources: SourceSet,
    private readonly types: CheckedTypes,
  ) {}

  add({ name, type, required, node, value, words, takes, isSnippet, isBindable }: Given): void {
    if (tagText(node, 'internal', 'private', 'ignore') !== undefined) return
    const common = {
      name,
      place: this.sources.place(node),
      known: 'declared' as const,
      disagreements: [],
      ...words,
    }
    if (isSnippet) {
      const passes = takes?.map((given, i) => ({ name: `value${i === 0 ? '' : i + 1}`, type: given }))
      const slot: Slot = {
        kind: 'slot',
        ...common,
        name: name === 'children' ? '' : name,
        fallback: '',
        feeds: [],
      }
      this.slots.set(slot.name, { ...slot, ...(passes?.length ? { passes } : {}) })
    } else if (/^on[a-zA-Z]/.test(name) && takes) {
      this.addEvent(name, node, takes[0], 'declared', words)
    } else {
      const prop: Prop = {
        kind: 'prop',
        ...common,
        type,
        readonly: false,
        reflects: false,
        required,
        ...(isBindable ? { bindable: true } : {}),
        ...shownDefault(this.sources, value),
      }
      compareDefault(prop, tagText(node, 'default', 'defaultValue'))
      this.props.set(name, prop)
    }
  }

  addEvent(
    name: string,
    node: ts.Node,
    detail: TypeModel | undefined,
    known: Event['known'],
    words: Given['words'] = {},
  ): void {
    if (this.events.has(name)) return
    this.events.set(name, {
      ...eventAt(name, this.sources.place(node), known),
      ...(detail ? { detail } : {}),
      ...words,
    })
  }

  addMethod(name: string, node: ts.Node): void {
    const method = methodAt(this.types, name, node, this.sources.place(node))
    const words = wordsAt(ts.isVariableDeclaration(node) ? node.parent.parent : node)
    if (method) this.methods.set(name, { ...method, ...words })
  }

  /**
   * `takesAll`: it keeps all that it is given, so what it renders as `children` is what it is given as such.
   */
  addFromTemplate(template: SvelteTemplateFacts, takesAll: boolean): void {
    for (const slot of template.slots) if (!this.slots.has(slot.name)) this.slots.set(slot.name, slot)
    for (const [name, { passes, place }] of template.rendered) {
      if (name === 'children' && takesAll && !this.props.has(name) && !this.slots.has(''))
        this.slots.set('', slotAt('', place, passes))
      const slot = this.slots.get(name === 'children' ? '' : name)
      // a snippet's own names for what it is given are better than the places they stand in
      if (slot) this.slots.set(slot.name, { ...slot, ...namedPasses(slot, passes) })
      else this.turnToSlot(name, passes)
    }
    for (const { of, text, place } of template.calls)
      if (this.dispatchers.has(of) && !this.events.has(text))
        this.events.set(text, eventAt(text, place, 'inferred'))
    for (const { name, place } of template.passedOn)
      if (!this.events.has(name)) this.events.set(name, eventAt(name, place, 'declared'))
  }

  /** A prop of which nothing says what it is, and that is rendered, is a snippet. */
  private turnToSlot(name: string, passes: readonly string[]): void {
    const prop = this.props.get(name)
    if (!prop) return
    this.props.delete(name)
    const { place, known, comment } = prop
    this.slots.set(name, {
      ...slotAt(name, place, passes),
      known,
      ...(comment === undefined ? {} : { comment }),
    })
  }
}

/** A slot that is known by being rendered. */
function slotAt(name: string, place: Slot['place'], passes: readonly string[]): Slot {
  const slot: Slot = {
    kind: 'slot',
    name,
    place,
    known: 'inferred',
    disagreements: [],
    fallback: '',
    feeds: [],
  }
  return { ...slot, ...namedPasses(slot, passes) }
}

/** What the comment of a declaration says. */
export function wordsAt(node: ts.Node): Given['words'] {
  const [comment, deprecated] = [wordsOf(node), tagText(node, 'deprecated')]
  return { ...(comment ? { comment } : {}), ...(deprecated === undefined ? {} : { deprecated }) }
}

const namedPasses = (slot: Slot, names: readonly string[]): Pick<Slot, 'passes'> => {
  const passes = names.map((name, i) => ({ ...slot.passes?.[i], name }))
  return passes.length ? { passes } : {}
}

const eventAt = (name: string, place: Event['place'], known: Event['known']): Event => ({
  kind: 'event',
  name,
  place,
  known,
  disagreements: [],
  bubbles: false,
  composed: false,
  cancelable: false,
})
