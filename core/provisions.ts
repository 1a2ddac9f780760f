import * as z from 'zod/mini'
import type { ModuleOf } from './code/showing'

// The small form of the schema library: this file is part of the script in every preview frame.

const long = z.string().check(z.maxLength(200_000))
/**
 * What is wrapped around components while they are looked at: styles for the page, markup with
 * `<slot></slot>` where the component stands, a module whose default export is called with `data`
 * before anything is shown, and that data, as JSON. What the module exports as `app` is given the app of a
 * Vue component before it is mounted, what it exports as `wrap` the element of a function component to put
 * into another, such as a provider of the library's own.
 */
export const provisionsSchema = z.object({ styles: long, around: long, script: long, data: long })
export type Provisions = z.infer<typeof provisionsSchema>
/** What a script is called where frames load it while somebody is writing it. */
export const triedScriptName = 'provided.js'
export const noProvisions: Provisions = { styles: '', around: '', script: '', data: '' }
export const isEmpty = (provisions: Provisions): boolean =>
  [provisions.styles, provisions.around, provisions.script, provisions.data].every(
    (text) => text.trim() === '',
  )

/**
 * Provisions as a frame gets them: what they are for, in words, and the script by its path on the frame's own
 * host.
 */
export const providedSchema = z.object({
  of: z.string().check(z.maxLength(300)),
  styles: long,
  around: long,
  script: z.nullable(z.string().check(z.regex(/^\/(p\/[0-9a-f]{64}\.js|m\/[0-9a-f]{64}\/provided\.js)$/))),
  data: z.unknown(),
  /** Components of the library that the script names, with the modules they are in. */
  modules: z._default(z.array(z.object({ tag: z.string(), module: z.string() })), []),
})
export type Provided = z.infer<typeof providedSchema>

/** What there is of them, for a line of text. */
export const sayProvisions = (provisions: Provisions): string =>
  [
    provisions.styles.trim() && 'styles',
    provisions.around.trim() && 'markup around it',
    provisions.script.trim() && 'a script',
    provisions.data.trim() && 'data',
  ]
    .filter(Boolean)
    .join(', ')

/** Where provisions may belong: the whole library, a component by its tag, an example by its id. */
export const libraryScope = ''
export const exampleScope = (id: string): string => `example:${id}`

/** Provisions as they are kept: what they are for, and the path of their script. */
export interface KeptProvisions extends Provisions {
  scope: string
  module: string | null
  revision: number
}
/**
 * Whether a script names a component: as a word of its own. That it does not use it costs a module that is
 * loaded for nothing.
 */
const isNamedIn = (script: string, tag: string): boolean =>
  script.includes(tag) && new RegExp(`(?<![\\w$-])${tag.replaceAll('$', '\\$')}(?![\\w$-])`).test(script)
/** What a frame gets around a component, or around one of its examples, outermost first. */
export const providedFor = (
  all: readonly KeptProvisions[],
  tag: string,
  example = '',
  modules: readonly ModuleOf[] = [],
): Provided[] =>
  [libraryScope, tag, ...(example ? [exampleScope(example)] : [])].flatMap((scope) => {
    const kept = all.find((provisions) => provisions.scope === scope)
    return kept
      ? [
          {
            of: scope,
            styles: kept.styles,
            around: kept.around,
            script: kept.module,
            data: kept.data.trim() ? (JSON.parse(kept.data) as unknown) : null,
            modules: modules.filter((module) => isNamedIn(kept.script, module.tag)),
          },
        ]
      : []
  })
