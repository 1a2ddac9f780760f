import JSON5 from 'json5'
import { z } from 'zod'
import type { Problem } from '../../problem'
import { noJson, readTokenDocument, tokenDocumentSchema, type TokenDocument } from '../document'
import { deepestGroup, isGroup, type Group } from '../group'
import { resolverOf, setGroupsIn } from './set-groups'
import { noCounts, respelt, saysOf, upgraded, type Counts } from './upgrade'

const reference = z.object({ $ref: z.string().max(500) })
const sources = z.array(z.union([reference, z.record(z.string(), z.json())])).max(200)
/** Design Tokens Resolver Module: sets, modifiers with their contexts, and the order of both. */
const resolverSchema = z.object({
  sets: z.record(z.string(), z.object({ sources })).default({}),
  modifiers: z
    .record(z.string(), z.object({ contexts: z.record(z.string(), sources), default: z.string().optional() }))
    .default({}),
  resolutionOrder: z.array(reference).max(100),
})
export type Resolver = z.infer<typeof resolverSchema>
export type Sources = z.infer<typeof sources>

export interface FileIn {
  path: string
  text: string
}

const byPath = (a: string, b: string): number => a.localeCompare(b, 'en', { numeric: true })

/** Files as they were read: documents of tokens by their paths, and the resolver document among them. */
export class FilesRead {
  readonly documents = new Map<string, TokenDocument>()
  readonly problems: Problem[] = []
  private readonly left: string[] = []
  private readonly older = { files: [] as string[], counts: { ...noCounts } }
  resolver: { path: string; is: Resolver } | undefined

  constructor(files: readonly FileIn[]) {
    for (const { path, text } of files.toSorted((a, b) => byPath(a.path, b.path))) {
      const json = this.parse(path, text)
      if (json !== undefined && !this.takeResolver(path, json) && !this.takeSets(path, json))
        this.take(path, json)
    }
  }

  /** What was made of the files in the older spelling, and which were left. */
  get says(): string[] {
    const { files, counts } = this.older
    const where = files.length === 1 ? files[0]! : `${files.length} files`
    return [...saysOf(counts).map((said) => `${where}: ${said}`), ...this.left]
  }

  /** JSON, or JSON as people write it: with comments and names without quotes (JSON5). */
  private parse(path: string, text: string): unknown {
    try {
      return JSON.parse(text) as unknown
    } catch (error) {
      try {
        return JSON5.parse<unknown>(text)
      } catch {
        this.problems.push(noJson(path, error))
        return undefined
      }
    }
  }

  private takeResolver(path: string, json: unknown): boolean {
    if (!isGroup(json) || !Array.isArray(json.resolutionOrder)) return false
    const is = resolverSchema.safeParse(json)
    if (!is.success) {
      const [issue] = is.error.issues
      this.tell(
        path,
        `This is no resolver document: ${issue?.path.join('.')}: ${issue?.message}.`,
        'Mend it.',
      )
    } else this.goBy(path, is.data)
    return true
  }

  private goBy(path: string, is: Resolver): void {
    if (this.resolver)
      this.tell(path, 'There are two resolver documents.', 'Bring in those files that one of them names.')
    else this.resolver = { path, is }
  }

  /** A file whose groups at the top are sets: each is a document, and its themes say which they wear. */
  private takeSets(path: string, json: unknown): boolean {
    const document = tokenDocumentSchema.safeParse(json)
    if (!document.success) return false
    // in either spelling
    const grouped = setGroupsIn(respelt(document.data).document)
    if (!grouped) return false
    for (const set of grouped.sets.keys()) this.take(`${path}/${set}`, document.data[set])
    const file = path.split('/').at(-1)!
    if (grouped.themes.length) {
      const is = resolverOf(grouped, (set) => encodeURI(`${file}/${set}`))
      if (Object.keys(is.modifiers).length) this.goBy(path, is)
    }
    return true
  }

  /** Reads a document, whichever spelling it is in. */
  take(path: string, json: unknown): TokenDocument | undefined {
    if (isGroup(json) && !holdsToken(json)) {
      if (Object.keys(json).length > 0) this.left.push(`${path}: it holds no token, and is left`)
      this.documents.set(path, {})
      return {}
    }
    const document = readTokenDocument(json, path)
    if (!document.ok) {
      this.problems.push(...document.problems)
      return undefined
    }
    const { document: now, counts } = upgraded(document.value)
    const told = Object.entries(counts).filter(([, count]) => count > 0)
    if (told.length) this.older.files.push(path)
    for (const [what, count] of told) this.older.counts[what as keyof Counts] += count
    this.documents.set(path, now)
    return now
  }

  tell(file: string, what: string, todo: string): void {
    this.problems.push({ code: 'token-file', what, where: { file }, todo })
  }
}

/** Whether there is a token in a file, in either spelling; whatever else lies beside token files has none. */
const holdsToken = (group: Group, depth = 0): boolean =>
  '$value' in group ||
  'value' in group ||
  (depth < deepestGroup &&
    Object.values(group).some((child) => isGroup(child) && holdsToken(child, depth + 1)))
