import type { Contract } from '~~/core/contract/contract'
import type { Usage } from '~~/core/code/usage'
import { tokenPrefix } from '~~/core/release/package'
import { themesCss } from '~~/core/tokens/themes'

/** What stands on one side of a comparison. */
export interface ComparedSide {
  way: WritableComputedRef<string>
  theme: WritableComputedRef<string>
  title: string
  usage: Usage
  contract: Contract | undefined
  /** A version is meant that did not have the component. */
  isLacking: boolean
  css: string
  moduleOf: (tag: string) => string | undefined
}
/**
 * The two sides of a comparison: which way each stands (as on the shelf, as on the bench, an example, a
 * version, without the fitting that is worn) and in which theme, both kept in the page's address. Versions
 * are fetched when one is chosen.
 */
export function useComparedSides(compared: ReturnType<typeof useComponent>) {
  const { store, route, tag, contract, face, css } = compared
  const { published, versions, problems: versionProblems, loadVersion } = useVersions(tag)
  const { saved, problems: exampleProblems } = useExamples(tag)
  const problems = computed(() => [...versionProblems.value, ...exampleProblems.value])

  const shown = computed(() => usageFromQuery(route.query))
  const other = computed(() => usageFromQuery(route.query, 'other'))
  /** What may stand on a side. */
  const ways = computed(() => [
    { value: 'face', title: 'as on the shelf' },
    ...(shown.value ? [{ value: 'bench', title: other.value ? 'before' : 'as on the bench' }] : []),
    ...(other.value ? [{ value: 'other', title: 'after' }] : []),
    ...(store.worn ? [{ value: 'kept', title: 'as it is kept', note: 'without the fitting' }] : []),
    ...saved.value
      .filter((entry) => !entry.face)
      .map((entry) => ({ value: `example:${entry.id}`, title: entry.name, note: 'example' })),
    ...(published.value?.versions ?? []).map((version, i) => ({
      value: `version:${version}`,
      title: `version ${version}`,
      note: i === 0 ? 'the newest' : 'as it was published',
    })),
  ])
  const sides = [
    { way: useAddressChoice('left', 'face'), theme: useAddressChoice('in', '') },
    { way: useAddressChoice('right', ''), theme: useAddressChoice('beside', '') },
  ] as const
  /** What components look like without the fitting that is worn. */
  const keptCss = computed(
    () => themesCss(store.library?.themes ?? [], tokenPrefix(store.prefix)).css + store.iconsCss,
  )
  /**
   * On the right stands what differs most likely: what is kept where a fitting is worn, the version that is
   * out, or the next theme.
   */
  const usualWay = (i: number) => (i === 1 && store.worn && !sides[1].theme.value ? 'kept' : usualWithout(i))
  const usualWithout = (i: number) =>
    i === 1 && published.value?.contract && !sides[1].theme.value
      ? `version:${published.value.version}`
      : shown.value && i === 0
        ? 'bench'
        : 'face'
  const usualTheme = (i: number) =>
    i === 1 && !published.value?.contract && !sides[1].way.value && !store.worn
      ? (store.themeChoices.find(({ value }) => value !== store.baseTheme)?.value ?? store.baseTheme)
      : store.baseTheme
  const side = (i: 0 | 1) =>
    computed<ComparedSide>(() => {
      const { way, theme } = sides[i]
      const chosenWay = computed({
        get: () => (ways.value.some((side) => side.value === way.value) ? way.value : usualWay(i)),
        set: (value) => {
          way.value = value
        },
      })
      const chosenTheme = computed({
        get: () =>
          store.themeChoices.some(({ value }) => value === theme.value) ? theme.value : usualTheme(i),
        set: (value) => {
          theme.value = value
        },
      })
      const isVersion = chosenWay.value.startsWith('version:')
      const version = isVersion ? versions.value.get(chosenWay.value.slice('version:'.length)) : undefined
      const modules = new Map(version?.modules.map((module) => [module.tag, module.module]))
      const example = saved.value.find((entry) => `example:${entry.id}` === chosenWay.value)
      return {
        way: chosenWay,
        theme: chosenTheme,
        title: ways.value.find((way) => way.value === chosenWay.value)?.title ?? '',
        usage:
          example?.usage ??
          (['bench', 'kept'].includes(chosenWay.value) && shown.value
            ? shown.value
            : chosenWay.value === 'other' && other.value
              ? other.value
              : face.value),
        contract: isVersion ? (version?.contract ?? undefined) : contract.value,
        isLacking: version !== undefined && version.contract === null,
        css: isVersion ? (version?.css ?? '') : chosenWay.value === 'kept' ? keptCss.value : css.value,
        moduleOf: (text) => (isVersion ? modules.get(text) : store.moduleOf(text)),
      }
    })
  const both = [side(0), side(1)] as const
  for (const side of both)
    watch(
      () => side.value.way.value,
      (way) => {
        if (way.startsWith('version:')) void loadVersion(way.slice('version:'.length))
      },
      { immediate: true },
    )

  const swap = () => {
    const [a, b] = both.map((computed) => [computed.value.way.value, computed.value.theme.value] as const)
    ;[sides[0].way.value, sides[0].theme.value] = b!
    ;[sides[1].way.value, sides[1].theme.value] = a!
  }
  return { ways, both, problems, swap }
}
