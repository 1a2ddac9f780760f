import { z } from 'zod'
import { examplesSchema, type ExampleChange, type ExampleView, type NewExample } from '~~/core/wire'

/** The saved examples of a component and all that is done with them; each act offers to be undone. */
export function useExamples(tag: Ref<string>) {
  const store = useLibrary()
  const { say } = useSay()
  const { wordsStamp } = storeToRefs(store)
  const base = computed(() => `/libraries/${store.slug}/components/${tag.value}/examples`)
  const { kept: saved, problems, load, ready, attempt } = useKept(base, examplesSchema, [wordsStamp])
  const face = computed(() => saved.value.find((example) => example.face))
  const send = (id: string, body: ExampleChange) =>
    ask(z.unknown(), `${base.value}/${id}`, { method: 'PATCH', body })
  const undoBy = (work: () => Promise<unknown>) => ({ title: 'Undo', run: () => void attempt(work) })

  /** The id of the new example, or nothing where it was refused. */
  async function add(example: NewExample): Promise<string | undefined> {
    const before = face.value
    let id: string | undefined
    const went = await attempt(async () => {
      id = (await ask(z.object({ id: z.string() }), base.value, { method: 'POST', body: plain(example) })).id
    })
    if (!went) return undefined
    if (example.face && before)
      say(
        `“${example.name}” is saved, and the shelf shows it.`,
        undoBy(() => send(before.id, { face: true })),
      )
    else say(`“${example.name}” is saved.`)
    return id
  }
  /** Changes an example, and offers to take that back; a face gives way to the one before it. */
  async function change(example: ExampleView, what: ExampleChange, told: string): Promise<boolean> {
    const beforeFace = face.value
    const before = Object.fromEntries(
      (Object.keys(what) as (keyof ExampleChange)[])
        .filter((key) => key !== 'face' && key !== 'place')
        .map((key) => [key, example[key as keyof ExampleView]]),
    ) as ExampleChange
    const went = await attempt(() => send(example.id, plain(what)))
    if (!went) return false
    if (what.face) say(told, beforeFace ? undoBy(() => send(beforeFace.id, { face: true })) : undefined)
    else say(told, Object.keys(before).length ? undoBy(() => send(example.id, plain(before))) : undefined)
    return true
  }
  async function remove(example: ExampleView): Promise<boolean> {
    const went = await attempt(() => ask(z.unknown(), `${base.value}/${example.id}`, { method: 'DELETE' }))
    if (went)
      say(`“${example.name}” is deleted.`, {
        title: 'Undo',
        run: () => void add(copyOf(example, example.name)),
      })
    return went
  }
  return { saved, face, problems, load, ready, add, change, remove }
}

/** What an example shows, under a name of its own. */
export const copyOf = (example: ExampleView, name: string): NewExample => ({
  name,
  usage: example.usage,
  acts: example.acts,
  notes: example.notes,
  starter: example.starter,
  ...(example.surround ? { surround: example.surround } : {}),
})
