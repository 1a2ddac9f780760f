import type { Hit } from '~~/core/find/find'
import { allWordsSchema, type Standing } from '~~/core/wire'
import type { FindAsk } from '~/workers/find'

let worker: Worker | undefined
let count = 0
const waiting = new Map<number, (found: unknown) => void>()
/** What the worker knows: the shelf as it was given to it, and how often words had changed then. */
let known: { standing: Standing[]; words: number; told: Promise<unknown> } | undefined

type WithoutNumber<T> = T extends unknown ? Omit<T, 'n'> : never
function ask_(message: WithoutNumber<FindAsk>): Promise<unknown> {
  if (!worker) {
    worker = new Worker(new URL('../workers/find.ts', import.meta.url), { type: 'module' })
    worker.onmessage = ({ data }: MessageEvent<{ n: number; found: unknown }>) => {
      waiting.get(data.n)?.(data.found)
      waiting.delete(data.n)
    }
  }
  const n = ++count
  worker.postMessage({ n, ...message })
  return new Promise((resolve) => waiting.set(n, resolve))
}

/**
 * Finds things in the library, in a worker, which is told of the library when somebody first looks and
 * whenever it has changed.
 */
export function useFinder() {
  const store = useLibrary()
  /** Ends when the worker knows what is on the shelf now and what people wrote of it. */
  function warm(): Promise<unknown> {
    const { standing, wordsStamp } = store
    if (known?.standing === standing && known.words === wordsStamp) return known.told
    const tell = (words: { tag: string; member: string; text: string }[]) =>
      ask_({
        is: 'library',
        contracts: standing.map((component) => component.contract),
        prefix: store.prefix,
        words,
      })
    // without the words there is still much to find; they are asked for again next time
    const told = ask(allWordsSchema, `/libraries/${store.slug}/words`).then(tell, () => {
      known = undefined
      return tell([])
    })
    known = { standing, words: wordsStamp, told }
    return told
  }
  return {
    warm,
    find: async (text: string) => {
      await warm()
      return ask_({ is: 'find', text }) as Promise<Hit[]>
    },
    components: async (text: string) => {
      await warm()
      return ask_({ is: 'components', text }) as Promise<Map<string, Hit>>
    },
  }
}
