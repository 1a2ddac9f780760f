import { nothingSchema, themeMadeSchema, type ChangedTheme } from '~~/core/wire'
import { conditionText, type Condition } from '~~/core/tokens/condition'
import type { Theme } from '~~/core/tokens/themes'
import type { Problem } from '~~/core/problem'

/**
 * The themes of a library, and what is done to them; each act says what came of it, and can be taken back.
 */
export function useThemes() {
  const store = useLibrary()
  // as they are kept: what is only tried is no part of them
  const themes = computed(() => store.library?.themes ?? [])
  const { say } = useSay()
  const problems = ref<Problem[]>([])
  const address = (name = '') => `/libraries/${store.slug}/themes${name && `/${name}`}`

  /** Does something to themes; whether it came to something, else why not is told. */
  async function act(work: () => Promise<unknown>): Promise<boolean> {
    problems.value = []
    try {
      await work()
      await store.load()
      return true
    } catch (error) {
      problems.value = problemsOf(error)
      return false
    }
  }
  const send = (body: object) => ask(themeMadeSchema, address(), { method: 'POST', body })

  const make = ({ title, on, like }: { title: string; on: string; like: string | null }) =>
    act(async () => {
      const document = themes.value.find(({ name }) => name === like)?.document
      const { name } = await send({ title, on, ...(document ? { document } : {}) })
      say(`${title.trim()} is a theme now.`, {
        title: 'Undo',
        run: () => void act(() => ask(nothingSchema, address(name), { method: 'DELETE' })),
      })
    })
  const change = (theme: Theme, body: ChangedTheme) =>
    act(() => ask(nothingSchema, address(theme.name), { method: 'PATCH', body }))
  /** Says what brings a theme in by itself; nothing does where that is `null`. */
  const bringIn = (theme: Theme, when: Condition | null) =>
    act(async () => {
      await ask(nothingSchema, address(theme.name), { method: 'PATCH', body: { when } })
      say(
        when
          ? `${theme.title} comes in by itself where ${conditionText(when)}.`
          : `${theme.title} never comes in by itself.`,
        {
          title: 'Undo',
          run: () => void change(theme, { when: theme.when ?? null }),
        },
      )
    })
  /** Has a theme combine with others along an axis; it is worn instead of them where that is `null`. */
  const combine = (theme: Theme, axis: string | null) =>
    act(async () => {
      await ask(nothingSchema, address(theme.name), { method: 'PATCH', body: { axis } })
      say(
        axis ? `${theme.title} is worn beside others now.` : `${theme.title} is worn instead of others now.`,
        { title: 'Undo', run: () => void change(theme, { axis: theme.axis ?? null }) },
      )
    })
  const remove = ({ name, title, on, document, when = null, axis = null }: Theme, place: number) =>
    act(async () => {
      await ask(nothingSchema, address(name), { method: 'DELETE' })
      say(`${title} is gone.`, {
        title: 'Undo',
        run: () => void act(() => send({ title, on, document, name, place, when, axis })),
      })
    })
  return { themes, problems, make, change, bringIn, combine, remove }
}
