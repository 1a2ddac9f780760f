import type { Usage } from '../../core/code/usage'

/** What a frame lends to an adapter. */
export interface Tools {
  /**
   * What another module of the library exports as its component, for content of slots; `undefined` where it
   * was not loaded.
   */
  componentOf(tag: string): unknown
  /** The component called one of its events with these values. */
  fired(name: string, values: unknown[]): void
  failed(error: unknown): void
  /**
   * Lets what people provide make an app ready, and put an element into another. What fails in it is told as
   * theirs.
   */
  prepareApp(app: unknown): void
  wrapElement(element: unknown, tools: object): unknown
  /** A text, and a value, with what a component hands over to a slot in the places named for it. */
  filledIn(text: string, passed: Readonly<Record<string, unknown>>, escape?: (text: string) => string): string
  valueFilledIn(value: unknown, passed: Readonly<Record<string, unknown>>): unknown
}

/** A component on show. */
export interface Mounted {
  /** Shows it another way; `false` where that takes a new one. */
  update(usage: Usage): boolean
  /** What it lets others call, where that is not its element. */
  methods?(): object | undefined
  end(): void
}

/**
 * How components of one source language are put on show. An adapter is part of the module of a
 * component, built with the library's own copy of what its components run on; the frame only knows
 * this shape. Custom elements need no module of theirs for it: the browser is their runtime.
 */
export interface Adapter {
  mount(component: unknown, parent: HTMLElement, usage: Usage, listen: string[], tools: Tools): Mounted
}

/** What the module of a component that is no custom element exports. */
export interface ComponentModule {
  component: unknown
  adapter: Adapter
}
