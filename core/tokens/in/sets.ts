import { done, refused, type Outcome } from '../../problem'
import { directionAxis, isAxisName } from '../axis'
import type { TokenDocument } from '../document'
import { FilesRead, type FileIn, type Resolver, type Sources } from './files-read'
import { byContent } from './sets-by-content'
import { mergedDocuments, withOwnNames, type SetsIn, type ThemeIn } from './sets-in'
import { themeName } from '../theme-list'

// Tokens that come in several files: as a resolver document says they go together, or by what is in them.

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
  const sets = read.resolver ? new Resolving(read, read.resolver).sets() : byContent(read.documents)
  return read.problems.length
    ? { ok: false, problems: read.problems.slice(0, 100) }
    : done({ ...sets, says: read.says })
}

/** Sets that stand in one another. */
const mostSets = 20

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
    const whole = modifiers.includes('theme') ? 'theme' : modifiers.find((name) => !isDirection(name))
    for (const { $ref } of is.resolutionOrder) {
      const [, kind, name] = /^#\/(sets|modifiers)\/(.+)$/.exec($ref) ?? []
      const set = kind === 'sets' ? ownOf(is.sets, name) : undefined
      const modifier = kind === 'modifiers' ? ownOf(is.modifiers, name) : undefined
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
    if (isDirection(modifier)) return directionAxis
    const axis = themeName(modifier).slice(0, 30).replace(/\d/g, '').replace(/-+$/, '')
    if (!isAxisName(axis)) this.tell(`${modifier} cannot be an axis of themes.`)
    return axis
  }

  /** Lays what sources say over a document. */
  private over(made: { document: TokenDocument; from: string[] }, from: Sources, depth = 0): void {
    for (const source of from) {
      const $ref = '$ref' in source && typeof source.$ref === 'string' ? source.$ref : undefined
      const set = ownOf(this.by.is.sets, /^#\/sets\/(.+)$/.exec($ref ?? '')?.[1])
      if ($ref === undefined) this.lay(made, this.by.path, this.read.take(this.by.path, source))
      else if (set && depth < mostSets) this.over(made, set.sources, depth + 1)
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

/** What libraries call the modifier that turns with the direction of writing. */
const isDirection = (modifier: string): boolean => /^dir(?:ection)?$/i.test(modifier)

/** What a record has of its own under a name. */
const ownOf = <T>(record: Readonly<Record<string, T>>, name: string | undefined): T | undefined =>
  name !== undefined && Object.hasOwn(record, name) ? record[name] : undefined

/** A path from beside a file. */
function beside(file: string, path: string): string {
  const parts = file.split('/').slice(0, -1)
  for (const part of decoded(path).split('/'))
    if (part === '..') parts.pop()
    else if (part !== '.') parts.push(part)
  return parts.join('/')
}

/** A path as a URL writes it, or as it is written where that is none. */
function decoded(path: string): string {
  try {
    return decodeURI(path)
  } catch {
    return path
  }
}
