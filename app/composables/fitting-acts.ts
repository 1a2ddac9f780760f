import { tokenKinds } from '~~/core/tokens/document'
import type { FittingChange } from '~~/core/tokens/fitting'
import { showReference } from '~~/core/tokens/references'
import { fittingSchema, madeSchema, nothingSchema, removedSchema, type Fitting } from '~~/core/wire'

/** What a value is as it is typed into the table. */
const asTyped = (value: unknown, type: string): string =>
  showReference(value) ?? tokenKinds[type]?.show(value) ?? ''

/** All that is done with fittings; each act offers to be undone where it can be. */
export function useFittingActs() {
  const store = useLibrary()
  const worn = useFitting()
  const { say, sayProblems } = useSay()
  const base = () => `/libraries/${store.slug}/fittings`
  const attempt = async (work: () => Promise<void>): Promise<boolean> => {
    try {
      await work()
      return true
    } catch (error) {
      sayProblems(error)
      return false
    }
  }
  const keptIn = useKeptValue()

  /** Gives a token a value in a fitting; with no `text` it is taken out of it. */
  async function put({ id }: Pick<Fitting, 'id'>, theme: string, path: string, text?: string | null) {
    const body = { theme, path, text, seen: keptIn(theme, path) }
    store.keptInFitting(await ask(fittingSchema, `${base()}/${id}/changes`, { method: 'PUT', body }))
  }
  const tryOut = (fitting: Fitting, theme: string, path: string, type: string, text: string | null) =>
    attempt(async () => {
      const before = fitting.changes.find((change) => change.theme === theme && change.path === path)
      await put(fitting, theme, path, text)
      const back = before && (before.value === undefined ? null : asTyped(before.value, type))
      say(`${path} is tried in “${fitting.name}”.`, {
        title: 'Undo',
        run: () => void attempt(() => put(fitting, theme, path, back)),
      })
    })
  const takeOut = (fitting: Fitting, { theme, path, value }: FittingChange, type: string) =>
    attempt(async () => {
      await put(fitting, theme, path)
      const back = value === undefined ? null : asTyped(value, type)
      say(`${path} is no longer tried in “${fitting.name}”.`, {
        title: 'Undo',
        run: () => void attempt(() => put(fitting, theme, path, back)),
      })
    })
  const begin = (name: string) =>
    attempt(async () => {
      const { id } = await ask(madeSchema, base(), { method: 'POST', body: { name } })
      await store.load()
      worn.wear(id)
    })
  /** Keeps a fitting whole; the edits that it made are taken back with one press. */
  const keep = ({ id, name }: Fitting) =>
    attempt(async () => {
      const { edits } = await ask(removedSchema, `${base()}/${id}/keep`, { method: 'POST' })
      worn.takeOff()
      await store.load()
      say(`“${name}” is kept: ${plural(edits.length, 'change')}.`, {
        title: 'Undo',
        run: () => void attempt(() => takeBack(edits)),
      })
    })
  async function takeBack(edits: readonly string[]) {
    for (const edit of edits.toReversed())
      await ask(nothingSchema, `/libraries/${store.slug}/tokens/undo`, { method: 'POST', body: { edit } })
    await store.load()
    say('All of it is as it was before.')
  }
  const drop = ({ id, name }: Fitting) =>
    attempt(async () => {
      await ask(nothingSchema, `${base()}/${id}`, { method: 'DELETE' })
      worn.takeOff()
      await store.load()
      say(`“${name}” is deleted.`)
    })
  return { tryOut, takeOut, begin, keep, drop }
}
