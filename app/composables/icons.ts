import {
  ownSet,
  noIconMap,
  noIconSettings,
  type GlyphChoice,
  type IconMap,
  type IconSettings,
} from '~~/core/icons/glyph'
import { remarksOn, type GlyphRemark } from '~~/core/icons/remarks'
import { glyphsByName, withChoice, wornIn, type Worn } from '~~/core/icons/wearing'
import {
  iconSetMadeSchema,
  iconSettingsKeptSchema,
  iconsViewSchema,
  renameBegunSchema,
  type IconRole,
} from '~~/core/wire'

/** The icons of a library, what each theme wears, and all that is done with them. */
export function useIcons(theme: Ref<string>) {
  const store = useLibrary()
  const { say, sayProblems } = useSay()
  const isBusy = ref(false)
  const base = () => `/libraries/${store.slug}/icons`
  const { answer: icons, problems, load } = useAnswer(iconsViewSchema, base, [() => store.iconsStamp])

  const glyphs = computed(() =>
    glyphsByName(
      (icons.value?.sets ?? []).map((set) => ({
        name: set.name,
        glyphs: set.glyphs.map((glyph) => ({ ...glyph, box: [0, 0, 1, 1], body: glyph.svg, paint: {} })),
      })),
    ),
  )
  const settings = computed<IconSettings>(() => icons.value?.settings ?? noIconSettings)
  const map = computed<IconMap>(() => settings.value.maps[theme.value] ?? noIconMap)
  const wornOf = (role: string): Worn => wornIn(settings.value, glyphs.value, store.themes, theme.value, role)
  /** The drawing that a role wears. */
  const drawingOf = (role: IconRole): string => wornOf(role.role).glyph?.body ?? role.svg

  async function attempt(work: () => Promise<void>) {
    isBusy.value = true
    try {
      await work()
    } catch (error) {
      sayProblems(error)
      await load()
    } finally {
      isBusy.value = false
    }
  }

  async function put(next: IconSettings) {
    const body = { revision: icons.value!.revision, settings: next }
    const { revision, job } = await ask(iconSettingsKeptSchema, base(), { method: 'PUT', body })
    icons.value = { ...icons.value!, revision, settings: next }
    await store.load()
    return job
  }
  /** Keeps other settings, and offers to go back. */
  const keep = (next: IconSettings, says: string) =>
    attempt(async () => {
      const before = settings.value
      const job = await put(next)
      say(job ? `${says} The components are built with it now.` : says, {
        title: 'Undo',
        run: () => void attempt(async () => void (await put(before))),
      })
    })
  const keepMap = (next: IconMap, says: string) =>
    keep({ ...settings.value, maps: { ...settings.value.maps, [theme.value]: next } }, says)
  const titleOfSet = (set: string) => (set === ownSet ? 'the library’s own' : set)

  /** Has a role wear a glyph in the theme; without one what it wears by itself. */
  function choose(role: string, choice?: GlyphChoice) {
    const next = withChoice(settings.value, glyphs.value, store.themes, theme.value, role, choice)
    const what =
      choice === undefined
        ? 'what the theme has for it'
        : choice.set === ownSet
          ? 'the library’s own glyph'
          : `${choice.glyph} of ${choice.set}`
    return keep(next, `${role} wears ${what} in ${store.themeTitle(theme.value)}.`)
  }
  /** Calls a role deprecated, with what to take instead; with `undefined` not any more. */
  function deprecate(role: string, note: string | undefined) {
    const { [role]: _before, ...others } = settings.value.deprecated
    const deprecated = note === undefined ? others : { ...others, [role]: note }
    return keep(
      { ...settings.value, deprecated },
      note === undefined ? `${role} is not deprecated any more.` : `${role} is deprecated.`,
    )
  }
  const wear = (set: string | null) =>
    keepMap(
      { ...map.value, set },
      `${store.themeTitle(theme.value)} wears ${set === null ? 'what the theme below it does' : titleOfSet(set)}.`,
    )
  const fallBack = (fallback: string | null) =>
    keepMap({ ...map.value, fallback }, 'What the set lacks comes from elsewhere now.')

  async function bringIn(name: string, files: { path: string; text?: string; data?: string }[]) {
    const body = { name, files }
    const made = await ask(iconSetMadeSchema, `${base()}/sets`, { method: 'POST', body })
    await load()
    return made
  }
  const drop = (name: string) =>
    attempt(async () => {
      await ask(renameBegunSchema, `${base()}/sets/${name}`, { method: 'DELETE' })
      await load()
      say(`The set ${name} was deleted.`)
    })

  return {
    ...{ icons, problems, isBusy, glyphs, settings, map, wornOf, drawingOf },
    ...{ choose, deprecate, wear, fallBack, keep, bringIn, drop, titleOfSet, load },
  }
}

/** What is otherwise about glyphs than about those they stand among, measured as they are drawn. */
export function useGlyphRemarks(roles: () => readonly { role: string; svg: string }[]) {
  const remarks = shallowRef<GlyphRemark[]>([])
  let asked = 0
  watch(
    roles,
    async (now) => {
      const mine = ++asked
      const measured = await Promise.all(
        now.map(async ({ role, svg }) => ({
          role,
          grid: gridOf(svg),
          length: svg.length,
          ...(await inkOf(svg)),
        })),
      )
      if (mine === asked) remarks.value = remarksOn(measured)
    },
    { immediate: true },
  )
  return remarks
}
