import { defineStore } from 'pinia'
import { componentTitle } from '~~/core/contract/contract'
import type { Usage } from '~~/core/code/usage'
import { isAtLeast } from '~~/core/roles'
import { importedFrom } from '~~/core/release/places'
import { tokenPrefix } from '~~/core/release/package'
import { withValue } from '~~/core/tokens/document'
import { withChanges } from '~~/core/tokens/fitting'
import { themesCss, tokensByProperty } from '~~/core/tokens/themes'
import { z } from 'zod'
import {
  jobSchema,
  libraryEvidenceSchema,
  librarySchema,
  shelfSchema,
  versionShelfSchema,
  type Fitting,
  type LibraryEvidence,
  type LibraryView,
  type Standing,
  type VersionShelf,
} from '~~/core/wire'
import type { Problem } from '~~/core/problem'
import { providedFor as providedOf } from '~~/core/provisions'

/** What the feed of a library tells: what changed, and of which component or job. */
const newsSchema = z.object({ what: z.string(), tag: z.string().optional(), job: z.string().optional() })

/** Milliseconds after which what could not be had is asked for again by itself. */
const beforeAgain = 4000

/** One library as the interface has it: what stands on the shelf, its themes, and the news about it. */
export const useLibrary = defineStore('library', () => {
  const slug = ref('')
  const library = shallowRef<LibraryView>()
  const standing = shallowRef<Standing[]>([])
  /** The version whose shelf is looked at; nothing for the shelf as it is now. */
  const version = ref<string>()
  const isNow = computed(() => version.value === undefined)
  /** What that version had; nothing until it has come, or where the shelf of now is looked at. */
  const then = shallowRef<VersionShelf>()
  const problems = ref<Problem[]>([])
  const { stamps, stamp } = useStamps()
  /** What a browser showed, once somebody asked for it. */
  const evidence = shallowRef<LibraryEvidence>()
  let feed: EventSource | undefined
  let asked = 0
  let latest: Promise<void> = Promise.resolve()
  const { drafts, draftToken, dropDraft } = tokenDrafts()

  const fitting = useFitting()
  // what is tried on is tried on what stands there now
  const fittings = computed(() => (isNow.value ? (library.value?.fittings ?? []) : []))
  const worn = computed(() => fitting.wornOf(fittings.value))
  /** Themes as they are kept, or as the fitting has them that is worn. */
  const fitted = computed(() => fitting.dress(library.value?.themes ?? [], fittings.value))
  const themes = computed(() => then.value?.themes ?? withChanges(fitted.value, drafts.value))
  /** The themes to choose one of; others are worn beside it. */
  const themeChoices = computed(() => choicesOfThemes(themes.value))
  const prefix = computed(() => library.value?.prefix ?? '')
  const iconsCss = computed(() => (then.value ?? library.value)?.iconsCss ?? '')
  const css = computed(() => themesCss(themes.value, tokenPrefix(prefix.value)).css + iconsCss.value)
  const baseTheme = computed(() => themes.value.find((theme) => theme.on === null)?.name ?? '')
  const tokenNames = computed(() => tokensByProperty(themes.value, tokenPrefix(prefix.value)))
  const tokenSet = computed<ReadonlySet<string>>(() => new Set(tokenNames.value.keys()))
  const { groups, missing, wanting } = shelfInGroups(standing, tokenSet)
  const may = computed(() => {
    // nothing of a version changes
    const role = isNow.value ? (library.value?.role ?? 'reader') : 'reader'
    return { write: isAtLeast(role, 'contributor'), keep: isAtLeast(role, 'maintainer') }
  })

  const title = (tag: string) => componentTitle(tag, prefix.value)
  const themeTitle = (name: string) => themes.value.find((theme) => theme.name === name)?.title ?? name
  const find = (tag: string) => standing.value.find((component) => component.tag === tag)
  /** What a component is imported from in a consumer's code. */
  const importFrom = (tag: string) =>
    importedFrom(find(tag)?.contract, library.value?.package ?? '', prefix.value)
  /** The modules a component needs so that it and whatever fills its slots are registered. */
  const moduleOf = (tag: string) => {
    const rendering = find(tag)?.rendering
    return rendering?.module ?? rendering?.lastGood?.module
  }

  const modulesBuilt = computed(() =>
    standing.value.flatMap(({ tag }) => {
      const module = moduleOf(tag)
      return module ? [{ tag, module }] : []
    }),
  )
  /** What a frame gets around a component, outermost first. */
  const providedFor = (tag: string, example?: string) =>
    providedOf(library.value?.provisions ?? [], tag, example, modulesBuilt.value)

  /** Opens a library, or the shelf of one of its versions. */
  async function open(name: string, ofVersion?: string) {
    const isOther = slug.value !== name
    if (isOther || version.value !== ofVersion) {
      clearTimeout(askingAgain)
      slug.value = name
      version.value = ofVersion
      then.value = undefined
      library.value = undefined
      standing.value = []
      drafts.value = []
      evidence.value = undefined
    }
    if (isOther) {
      feed?.close()
      listen(name)
    }
    await load()
  }
  /** Loads the library anew; it ends when what stands here is of then or later. */
  const load = () => loadParts({ library: true, shelf: true })
  let askingAgain: ReturnType<typeof setTimeout> | undefined
  /** What is to be asked for: what an answer that comes too late held is asked for again with the next. */
  const wanted = { library: false, shelf: false, tags: new Set<string>() }
  function loadParts(parts: { library?: boolean; shelf?: boolean; tag?: string }): Promise<void> {
    wanted.library ||= parts.library ?? false
    wanted.shelf ||= parts.shelf ?? false
    if (parts.tag !== undefined) wanted.tags.add(parts.tag)
    return (latest = loadNow(++asked))
  }
  async function loadNow(mine: number): Promise<void> {
    const at = `/libraries/${slug.value}`
    // the shelf of a version comes whole
    const tags = wanted.shelf || !isNow.value ? [] : [...wanted.tags]
    clearTimeout(askingAgain)
    try {
      const [view, shelf, some, ofThen] = await Promise.all([
        wanted.library ? ask(librarySchema, at) : undefined,
        wanted.shelf && isNow.value ? ask(shelfSchema, `${at}/shelf`) : undefined,
        Promise.all(tags.map((tag) => ask(shelfSchema, `${at}/shelf?tag=${encodeURIComponent(tag)}`))),
        version.value !== undefined && !then.value
          ? ask(versionShelfSchema, `${at}/releases/${encodeURIComponent(version.value)}/shelf`)
          : undefined,
      ])
      // an answer that was asked for earlier may come later
      if (mine !== asked) return latest
      Object.assign(wanted, { library: false, shelf: false, tags: new Set<string>() })
      if (view) library.value = view
      if (ofThen) then.value = ofThen
      const fresh = new Map(some.flat().map((item) => [item.tag, item]))
      if (shelf ?? ofThen) standing.value = shelf ?? ofThen!.standing
      else if (fresh.size) standing.value = standing.value.map((item) => fresh.get(item.tag) ?? item)
      problems.value = []
    } catch (error) {
      if (mine !== asked) return
      problems.value = problemsOf(error)
      if (problems.value.some(passes)) askingAgain = setTimeout(() => void load(), beforeAgain)
    }
  }
  /** How far a job has come: nothing else has changed by that. */
  async function loadJob(id: string) {
    const job = await ask(jobSchema, `/libraries/${slug.value}/jobs/${id}`).catch(() => undefined)
    if (job && library.value) library.value = { ...library.value, job }
  }
  function listen(name: string) {
    // news are for those who have an account
    if (!useAccount().person) return
    feed = new EventSource(`/api/libraries/${name}/feed`)
    feed.onmessage = ({ data }) => hear(newsSchema.parse(JSON.parse(String(data))))
  }
  /** Asks for what the news is about, and for nothing else. */
  function hear({ what, tag, job }: z.infer<typeof newsSchema>) {
    stamp(what)
    if (evidence.value && ['evidence', 'source', 'provisions', 'words', 'lost'].includes(what))
      void loadEvidence().catch(() => undefined)
    if (['evidence', 'findings', 'pictures', 'publication'].includes(what)) return
    if (what === 'job' && job !== undefined) void loadJob(job)
    else if (what === 'words' && tag !== undefined) void loadParts({ tag })
    else if (['tokens', 'fittings', 'release', 'staff', 'provisions', 'widths', 'icons'].includes(what))
      void loadParts({ library: true })
    else void load()
  }
  let evidenceAsked = 0
  async function loadEvidence() {
    const mine = ++evidenceAsked
    const name = slug.value
    const found = await ask(libraryEvidenceSchema, `/libraries/${name}/evidence`)
    if (mine === evidenceAsked && name === slug.value) evidence.value = found
  }
  /** What a browser showed of a component as it is now. */
  const evidenceFor = (tag: string) =>
    isNow.value ? evidence.value?.components.find((component) => component.tag === tag) : undefined
  /** Puts in place the one value that the server has just kept; `undefined` when it was taken out. */
  function keptToken(theme: string, path: string, value: unknown, revision: number) {
    if (!library.value) return
    library.value = {
      ...library.value,
      themes: library.value.themes.map((other) =>
        other.name === theme
          ? { ...other, document: withValue(other.document, path, value), revision }
          : other,
      ),
    }
  }
  /** Puts a fitting in place as it is now. */
  function keptInFitting(next: Fitting) {
    if (!library.value) return
    const others = library.value.fittings.map((other) => (other.id === next.id ? next : other))
    library.value = { ...library.value, fittings: others }
  }
  /** Puts the first way of showing a component in place that has just been kept. */
  function keptFirst(tag: string, first: Usage) {
    standing.value = standing.value.map((item) => (item.tag === tag ? { ...item, first } : item))
  }
  function leave() {
    clearTimeout(askingAgain)
    feed?.close()
    feed = undefined
    slug.value = ''
  }
  return {
    slug,
    library,
    standing,
    version,
    isNow,
    then,
    problems,
    ...stamps,
    iconsCss,
    themes,
    themeChoices,
    fitted,
    fittings,
    worn,
    prefix,
    css,
    baseTheme,
    tokenNames,
    tokenSet,
    groups,
    may,
    missing,
    wanting,
    title,
    themeTitle,
    find,
    importFrom,
    moduleOf,
    providedFor,
    modulesBuilt,
    open,
    load,
    draftToken,
    dropDraft,
    keptToken,
    keptInFitting,
    keptFirst,
    leave,
    evidence,
    loadEvidence,
    evidenceFor,
  }
})
