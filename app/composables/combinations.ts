import { z } from 'zod'
import {
  saySettings,
  combinationsSchema,
  type Combination,
  type NewCombination,
} from '~~/core/variants/combination'

/** Named variants of a component and what must not be used, with all that is done with them. */
export function useCombinations(tag: Ref<string>) {
  const store = useLibrary()
  const { say } = useSay()
  const { wordsStamp } = storeToRefs(store)
  const base = computed(() => `/libraries/${store.slug}/components/${tag.value}/combinations`)
  const { kept: all, problems, attempt } = useKept(base, combinationsSchema, [wordsStamp])
  const named = computed(() => all.value.filter(({ rule }) => rule === 'named'))
  const never = computed(() => all.value.filter(({ rule }) => rule === 'never'))
  const send = (method: 'POST' | 'PUT', path: string, body: NewCombination) =>
    ask(z.unknown(), `${base.value}${path}`, { method, body: plain(body) })
  const callOf = ({ rule, name, settings }: NewCombination) =>
    rule === 'named' ? `“${name}”` : `“${saySettings(settings)}”`

  async function add(combination: NewCombination): Promise<boolean> {
    const went = await attempt(() => send('POST', '', combination))
    if (went)
      say(
        combination.rule === 'named'
          ? `${callOf(combination)} is a variant now.`
          : `${callOf(combination)} must not be used.`,
      )
    return went
  }
  async function change(before: Combination, now: NewCombination): Promise<boolean> {
    const went = await attempt(() => send('PUT', `/${before.id}`, now))
    if (went)
      say(`${callOf(now)} is changed.`, {
        title: 'Undo',
        run: () => void attempt(() => send('PUT', `/${before.id}`, contentOf(before))),
      })
    return went
  }
  async function remove(combination: Combination): Promise<boolean> {
    const went = await attempt(() =>
      ask(z.unknown(), `${base.value}/${combination.id}`, { method: 'DELETE' }),
    )
    if (went)
      say(
        combination.rule === 'named'
          ? `${callOf(combination)} is deleted.`
          : `${callOf(combination)} may be used again.`,
        {
          title: 'Undo',
          run: () => void attempt(() => send('PUT', `/${combination.id}`, contentOf(combination))),
        },
      )
    return went
  }
  return { all, named, never, problems, add, change, remove }
}

const contentOf = ({ id: _id, ...content }: Combination): NewCombination => content
