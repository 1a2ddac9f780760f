import { typedValue } from '~~/core/tokens/resolve'
import { valueAt } from '~~/core/tokens/document'
import { editedSchema, tokensSchema, undoneSchema, type TokensView } from '~~/core/wire'
import type { CellChange } from './cell-range'
import type { Problem } from '~~/core/problem'

/** Edits of tokens: sent one at a time, kept with what stood there before, and undone by their number. */
export function useTokenEdits(typeOf: (path: string) => string | undefined) {
  const store = useLibrary()
  const { themes } = storeToRefs(store)
  const { say, sayProblems } = useSay()
  const { tryOut } = useFittingActs()
  const edits = ref<TokensView['edits']>([])
  const fileProblems = ref<Problem[]>([])
  async function loadEdits() {
    try {
      edits.value = (await ask(tokensSchema, `/libraries/${store.slug}/tokens`)).edits
    } catch (error) {
      sayProblems(error)
    }
  }
  watch(() => themes.value.map((theme) => theme.revision).join(), loadEdits, { immediate: true })

  /** Edits made here, the last one last: undoing begins with them. */
  const mine: string[] = []
  /** One edit is sent at a time, so that each starts from the revision the one before made. */
  let sending: Promise<void> = Promise.resolve()
  const themeOf = (name: string) => themes.value.find((theme) => theme.name === name)
  /** What a theme's own file gives a token now; edits that are on their way count. */
  const writtenIn = (theme: string, path: string): unknown => {
    const document = themeOf(theme)?.document
    return (document && valueAt(document, path)) ?? null
  }
  async function sendNow(theme: string, path: string, text: string | null, over: unknown) {
    const type = typeOf(path)
    const title = themeOf(theme)?.title
    if (title === undefined || !type) return
    if (store.worn) return void (await tryOut(store.worn, theme, path, type, text))
    try {
      const { edit, revision } = await ask(editedSchema, `/libraries/${store.slug}/tokens`, {
        method: 'PATCH',
        body: { theme, path, text, seen: over },
      })
      mine.push(edit)
      const value = text === null ? undefined : typedValue(text, type)
      store.keptToken(theme, path, value?.ok ? value.value : undefined, revision)
      say(`${path} changed in ${title}.`, { title: 'Undo', run: () => void undo(edit) })
    } catch (error) {
      sayProblems(error)
      await store.load()
    }
  }
  /** Adds a token to the base; answers each reason why it cannot be. */
  async function add(path: string, type: string, text: string): Promise<Problem[]> {
    try {
      const { edit } = await ask(editedSchema, `/libraries/${store.slug}/tokens`, {
        method: 'PATCH',
        body: { theme: store.baseTheme, path, text, type, seen: null },
      })
      mine.push(edit)
      await store.load()
      say(`${path} is a token now.`, { title: 'Undo', run: () => void undo(edit) })
      return []
    } catch (error) {
      return problemsOf(error)
    }
  }
  /** A token was taken out, by an edit a theme: all of them are taken back with one press. */
  async function removed(path: string, ids: readonly string[]) {
    mine.push(...ids)
    await store.load()
    say(`${path} is gone.`, {
      title: 'Undo',
      run: () => void ids.reduce((before, id) => before.then(() => undo(id)), Promise.resolve()),
    })
  }
  /** Gives a token a value, or none of a theme’s own, over the value that somebody saw there. */
  const send = (theme: string, path: string, text: string | null, over: unknown): Promise<void> =>
    (sending = sending.then(() => sendNow(theme, path, text, over)))
  /** Gives many tokens a value, one after the other; all of them are taken back with one press. */
  async function sendAll(changes: readonly CellChange[]): Promise<void> {
    if (changes.length === 0) return
    if (store.worn) {
      for (const { theme, path, text } of changes) await send(theme, path, text, writtenIn(theme, path))
      return
    }
    const [kept, refused]: [string[], unknown[]] = [[], []]
    for (const { theme, path, text } of changes) {
      const body = { theme, path, text, seen: writtenIn(theme, path) }
      try {
        const address = `/libraries/${store.slug}/tokens`
        kept.push((await ask(editedSchema, address, { method: 'PATCH', body })).edit)
      } catch (error) {
        refused.push(error)
      }
    }
    mine.push(...kept)
    await store.load()
    for (const error of refused.slice(0, 3)) sayProblems(error)
    const left = refused.length
      ? ` ${capital(plural(refused.length, 'other is', 'others are'))} as before.`
      : ''
    say(`${capital(plural(kept.length, 'value'))} changed.${left}`, {
      title: 'Undo',
      run: () =>
        void kept.toReversed().reduce((before, id) => before.then(() => undo(id)), Promise.resolve()),
    })
  }
  async function undo(edit: string) {
    try {
      const undone = await ask(undoneSchema, `/libraries/${store.slug}/tokens/undo`, {
        method: 'POST',
        body: { edit },
      })
      if (mine.includes(edit)) mine.splice(mine.indexOf(edit), 1)
      await store.load()
      say(`${undone.path || 'The file of ' + undone.theme} is as it was before.`)
    } catch (error) {
      sayProblems(error)
    }
  }
  async function bringFile(file: File, name: string) {
    const theme = themeOf(name)
    if (!theme) return
    fileProblems.value = []
    try {
      const { edit, upgraded = [] } = await ask(editedSchema, `/libraries/${store.slug}/tokens/file`, {
        method: 'PUT',
        body: { theme: name, text: await file.text(), revision: theme.revision },
      })
      mine.push(edit)
      await store.load()
      const made = upgraded.length ? ` ${capital(upgraded.join(', '))}.` : ''
      say(`${theme.title} is now what ${file.name} says.${made}`, {
        title: 'Undo',
        run: () => void undo(edit),
      })
    } catch (error) {
      fileProblems.value = problemsOf(error)
    }
  }
  /** Undoes the last change made here, or, where none was, the newest of all. */
  function undoLast() {
    const edit = mine.at(-1) ?? edits.value[0]?.id
    if (edit !== undefined && store.may.write) void undo(edit)
  }
  return { edits, fileProblems, writtenIn, add, removed, send, sendAll, undo, undoLast, bringFile }
}
