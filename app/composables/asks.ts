import { asksSchema, type Asks } from '~~/core/wire'
import { isAbility, placeOf } from '~~/frame/ability-place'

const none: Asks = { abilities: [], widths: [] }

/**
 * What a component's source asks of what is around it: abilities of the browser, and widths. Whether this
 * browser has an ability is asked of it.
 */
export function useAsks(tag: Ref<string>) {
  const store = useLibrary()
  const account = useAccount()
  const asks = shallowRef<Asks>(none)
  const problem = ref<string>()
  watch(
    [tag, () => store.library?.revision?.number],
    async ([now], before) => {
      // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- there is none before the first
      if (before?.[0] !== now) asks.value = none
      // the source is read anew for that, which is done for nobody without an account
      if (!account.person) return
      try {
        const found = await ask(asksSchema, `/libraries/${store.slug}/components/${now}/asks`)
        if (now === tag.value) asks.value = found
        problem.value = undefined
      } catch (error) {
        problem.value = problemsOf(error)[0]?.what
      }
    },
    { immediate: true },
  )
  const abilities = computed(() =>
    asks.value.abilities
      .filter(
        (ability) =>
          ability.of === 'style' ||
          isAbility(ability.name, ability.sure) ||
          (ability.sure && !placeOf(ability.name)),
      )
      .map((ability) => ({
        ...ability,
        here:
          ability.of === 'style'
            ? CSS.supports(/^selector\(/.test(ability.name) ? ability.name : `(${ability.name})`)
            : placeOf(ability.name) !== undefined,
      })),
  )
  return { abilities, widths: computed(() => asks.value.widths), problem }
}
