import { z } from 'zod'
import { done, refused, type Outcome, type Problem } from '../problem'
import { directionAxis, isAxisName } from './axis'
import { parseTokenDocument, tokensOf, type TokenDocument } from './document'
import { isGroup, type Group } from './group'
import { themeName } from './theme-list'
import { upgraded } from './upgrade'

// Tokens that come in several files: as a resolver document says they go together, or by what is in them.

export interface FileIn {
  path: string
  text: string
}

/** A theme as files have it: what it says over the base, and the files that say so. */
export interface ThemeIn {
  name: string
  title: string
  axis: string | null
  document: TokenDocument
  from: string[]
}

export interface SetsIn {
  base: Pick<ThemeIn, 'document' | 'from'>
  themes: ThemeIn[]
  /** What was made of files in the older spelling. */
  says: string[]
}

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
type Resolver = z.infer<typeof resolverSchema>
type Sources = z.infer<typeof sources>

/** One document over another: a token takes the place of one, groups go into one another. */
export function mergedDocuments(below: TokenDocument, above: TokenDocument): TokenDocument {
  const merge = (under: Group, over: Group, depth: number): Group => {
    const result: Group = { ...under }
    for (const [name, value] of Object.entries(over)) {
      const before = Object.hasOwn(result, name) ? result[name] : undefined
      const goesInto =
        isGroup(before) &&
        isGroup(value) &&
        depth < 40 &&
        !('$value' in value) &&
        (!name.startsWith('$') || name === '$root')
      result[name] = goesInto ? merge(before, value, depth + 1) : value
    }
    return result
  }
  return merge(below, above, 0) as TokenDocument
}

/** The base and the themes that some token files are; or what is wrong with them, file by file. */
export function setsIn(files: readonly FileIn[]): Outcome<SetsIn> {
  const read = new FilesRead(files)
  if (read.problems.length) return { ok: false, problems: read.problems }
  if (read.documents.size === 0 && !read.resolver)
    return refused({
      code: 'token-file',
      what: 'There is no token file among them.',
      todo: 'Choose JSON files in the Design Tokens format.',
    })
  const sets = read.resolver ? new Resolving(read, read.resolver).sets() : byContent(read)
  return read.problems.length
    ? { ok: false, problems: read.problems.slice(0, 100) }
    : done({ ...sets, says: read.says })
}

/** Files as they were read: documents of tokens by their paths, and the resolver document among them. */
class FilesRead {
  readonly documents = new Map<string, TokenDocument>()
  readonly problems: Problem[] = []
  readonly says: string[] = []
  resolver: { path: string; is: Resolver } | undefined

  constructor(files: readonly FileIn[]) {
    for (const file of files.toSorted((a, b) => a.path.localeCompare(b.path, 'en', { numeric: true })))
      if (!this.takeResolver(file)) this.take(file.path, file.text)
  }

  private takeResolver({ path, text }: FileIn): boolean {
    let json: unknown
    try {
      json = JSON.parse(text)
    } catch {
      return false
    }
    if (!isGroup(json) || !Array.isArray(json.resolutionOrder)) return false
    const is = resolverSchema.safeParse(json)
    if (!is.success) {
      const [issue] = is.error.issues
      this.tell(
        path,
        `This is no resolver document: ${issue?.path.join('.')}: ${issue?.message}.`,
        'Mend it.',
      )
    } else if (this.resolver)
      this.tell(path, 'There are two resolver documents.', 'Bring in those files that one of them names.')
    else this.resolver = { path, is: is.data }
    return true
  }

  /** Reads a document, whichever spelling it is in. */
  take(path: string, text: string): TokenDocument | undefined {
    const document = parseTokenDocument(text, path)
    if (!document.ok) {
      this.problems.push(...document.problems)
      return undefined
    }
    const { document: now, says } = upgraded(document.value)
    this.says.push(...says.map((said) => `${path}: ${said}`))
    this.documents.set(path, now)
    return now
  }

  tell(file: string, what: string, todo: string): void {
    this.problems.push({ code: 'token-file', what, where: { file }, todo })
  }
}

/** Files as a resolver document puts them together. */
class Resolving {
  constructor(
    private readonly read: FilesRead,
    private readonly by: { path: string; is: Resolver },
  ) {}

  sets(): Omit<SetsIn, 'says'> {
    const { is } = this.by
    const base: SetsIn['base'] = { document: {}, from: [] }
    const themes: ThemeIn[] = []
    const modifiers = is.resolutionOrder.flatMap(({ $ref }) =>
      (/^#\/modifiers\/(.+)$/.exec($ref) ?? []).slice(1),
    )
    const whole = modifiers.includes('theme') ? 'theme' : modifiers[0]
    for (const { $ref } of is.resolutionOrder) {
      const [, kind, name] = /^#\/(sets|modifiers)\/(.+)$/.exec($ref) ?? []
      const set = kind === 'sets' && name !== undefined ? is.sets[name] : undefined
      const modifier = kind === 'modifiers' && name !== undefined ? is.modifiers[name] : undefined
      if (set) this.over(base, set.sources)
      else if (modifier && name !== undefined) {
        const usual = modifier.default ?? Object.keys(modifier.contexts)[0]
        for (const [context, contextSources] of Object.entries(modifier.contexts))
          if (context === usual) this.over(base, contextSources)
          else themes.push(this.themeOf(context, contextSources, name === whole ? null : this.axisOf(name)))
      } else this.tell(`${$ref} names no set and no modifier of it.`)
    }
    return { base, themes: withOwnNames(themes) }
  }

  private themeOf(context: string, contextSources: Sources, axis: string | null): ThemeIn {
    const made: ThemeIn = {
      name: themeName(context),
      title: context.slice(0, 80),
      axis,
      document: {},
      from: [],
    }
    this.over(made, contextSources)
    return made
  }

  private axisOf(modifier: string): string | null {
    if (/^dir(?:ection)?$/i.test(modifier)) return directionAxis
    const axis = themeName(modifier).slice(0, 30).replace(/\d/g, '').replace(/-+$/, '')
    if (!isAxisName(axis)) this.tell(`${modifier} cannot be an axis of themes.`)
    return axis
  }

  /** Lays what sources say over a document. */
  private over(made: { document: TokenDocument; from: string[] }, from: Sources, depth = 0): void {
    for (const source of from) {
      const $ref = '$ref' in source && typeof source.$ref === 'string' ? source.$ref : undefined
      const set = $ref === undefined ? undefined : /^#\/sets\/(.+)$/.exec($ref)?.[1]
      if ($ref === undefined)
        this.lay(made, this.by.path, this.read.take(this.by.path, JSON.stringify(source)))
      else if (set !== undefined && this.by.is.sets[set] && depth < 20)
        this.over(made, this.by.is.sets[set].sources, depth + 1)
      else {
        const path = beside(this.by.path, $ref)
        const document = this.read.documents.get(path)
        if (document) this.lay(made, path, document)
        else this.tell(`It names ${$ref}, which is not among the files.`)
      }
    }
  }

  private lay(
    made: { document: TokenDocument; from: string[] },
    path: string,
    document?: TokenDocument,
  ): void {
    if (!document) return
    made.document = mergedDocuments(made.document, document)
    if (!made.from.includes(path)) made.from.push(path)
  }

  private tell(what: string): void {
    this.read.tell(this.by.path, what, 'Mend it, or choose all the files that it names.')
  }
}

/** A path from beside a file. */
function beside(file: string, path: string): string {
  const parts = file.split('/').slice(0, -1)
  for (const part of decodeURI(path).split('/'))
    if (part === '..') parts.pop()
    else if (part !== '.') parts.push(part)
  return parts.join('/')
}

/** A file of which at least this share is given by files before it says it anew: it is a theme. */
const shareOfTheme = 0.5

/** Files by what is in them: what gives tokens that others have given already is a theme, all else the base. */
function byContent({ documents }: FilesRead): Omit<SetsIn, 'says'> {
  const base: SetsIn['base'] = { document: {}, from: [] }
  const themes: ThemeIn[] = []
  const given = new Set<string>()
  const order = [...documents].toSorted(([a], [b]) => Number(isGround(b)) - Number(isGround(a)))
  for (const [path, document] of order) {
    const paths = tokensOf(document).map((token) => token.path)
    const again = paths.filter((token) => given.has(token)).length
    if (base.from.length > 0 && paths.length > 0 && again >= paths.length * shareOfTheme) {
      const title = path
        .split('/')
        .at(-1)!
        .replace(/(?:\.tokens)?\.json$/i, '')
      themes.push({ name: themeName(title), title, axis: null, document, from: [path] })
    } else {
      base.document = mergedDocuments(base.document, document)
      base.from.push(path)
      for (const token of paths) given.add(token)
    }
  }
  return { base, themes: withOwnNames(themes) }
}
/** What libraries call the file that others rest on. */
const isGround = (path: string): boolean =>
  /(?:^|[/._-])(?:base|core|global|primitives?|foundation|palette|ref|reference)(?=[/._-]|$)/i.test(path)

/** Themes of which no two are called the same. */
function withOwnNames(themes: readonly ThemeIn[]): ThemeIn[] {
  const taken = new Set<string>()
  return themes.map((theme) => {
    let { name } = theme
    for (let count = 2; taken.has(name); count++) name = `${theme.name.slice(0, 36)}-${count}`
    taken.add(name)
    return { ...theme, name }
  })
}
