import { z } from 'zod'

// Texts that a library shows or says by itself, in the languages that its source has them in.

/** Messages and languages of a library, at most. */
export const [mostMessages, mostLanguages] = [5000, 60]

const messageSchema = z.object({
  text: z.string(),
  /** What is put into it, by name. */
  placeholders: z.array(z.string()),
  file: z.string(),
  line: z.number().int(),
})
export type Message = z.infer<typeof messageSchema>

/** Where the messages of a library stand: a constant by language, or a file for each. */
const bundleSchema = z.object({
  way: z.enum(['table', 'files']),
  /** The script of the constant, or the path of the files with `*` in place of the language. */
  path: z.string(),
  name: z.string().optional(),
  languages: z
    .array(
      z.object({
        /** As BCP 47 has it. */
        tag: z.string(),
        messages: z.record(z.string(), messageSchema),
      }),
    )
    .max(mostLanguages),
})
export type Bundle = z.infer<typeof bundleSchema>

export const libraryMessagesSchema = z.object({
  bundles: z.array(bundleSchema),
  /** The components that ask for a message, by the place of its bundle and its key. */
  uses: z.array(z.object({ bundle: z.number().int(), key: z.string(), tags: z.array(z.string()) })),
})
export type LibraryMessages = z.infer<typeof libraryMessagesSchema>
export const noMessages: LibraryMessages = { bundles: [], uses: [] }

/** The language that others are held against: English where there is any, else the first. */
export const baseLanguage = ({ languages }: Pick<Bundle, 'languages'>): string =>
  (languages.find(({ tag }) => /^en\b/i.test(tag)) ?? languages[0])?.tag ?? ''

/**
 * The language that we make up, which is longer than others and marked: what is not, does not go through
 * messages. For private use (BCP 47, 2.2.7), of no language in particular.
 */
export const madeUpLanguage = 'art-x-long'
