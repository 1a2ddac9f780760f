/** The ways of writing that a consumer's code is given in. */
export const codeStyleNames = ['html', 'vue', 'react', 'angular', 'svelte'] as const
export type CodeStyle = (typeof codeStyleNames)[number]

/**
 * What is known of a source language without reading any source: pages and the server ask it what a
 * component written so can do. How it is read, begun and declared stands beside it (`source.ts`), and
 * how its files are compiled in `server/build/languages/`.
 */
export interface Language<Name extends string = string> {
  /** As it is kept in contracts. */
  name: Name
  /** What one of its components is called in a sentence: `a Vue component`. */
  title: string
  /** Endings of files that are of this language alone; what is plain script or JSX has none. */
  endings: readonly string[]
  /** How the editor of source takes the files that are of this language alone. */
  editor?: 'vue' | 'html'
  /** A component is registered under a tag and used as an element; the others are imported by their name. */
  isElement: boolean
  /** Its methods can be called from outside, so that evidence may try them. */
  callsMethods: boolean
  /**
   * The package its components run on, which a library need not import to need; what a browser runs needs
   * none.
   */
  runsOn?: string
  /** The adapter that puts its components on show (`frame/adapters/`); the browser shows elements itself. */
  adapter?: string
  /** What its components hand over to a slot comes one value after another, without names. */
  passesByPlace?: boolean
  /**
   * The functions by which a component hands something down to all that stands in it, and asks for it; an
   * option of the same name does the same.
   */
  handsDown?: { by: string; askedBy: string }
  /** The condition under which a package hands on its source, for consumers whose own build compiles it. */
  sourceCondition?: string
  /** What its compiler adds to selectors so that a sheet is for one component only. */
  scopeMark?: RegExp
  /** The ways of writing that its components can be used from, the likeliest first. */
  codeStyles: readonly CodeStyle[]
}
