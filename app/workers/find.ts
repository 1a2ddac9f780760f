import { entriesOf } from '~~/core/find/entries'
import { Finder } from '~~/core/find/find'
import type { Contract } from '~~/core/contract/contract'

/** What the page asks of the worker that finds, and is answered, by number. */
export type FindAsk =
  | {
      n: number
      is: 'library'
      contracts: Contract[]
      prefix: string
      words: { tag: string; member: string; text: string }[]
    }
  | { n: number; is: 'find'; text: string }
  | { n: number; is: 'components'; text: string }

let finder = new Finder([])

self.onmessage = ({ data }: MessageEvent<FindAsk>) => {
  switch (data.is) {
    case 'library': {
      const written = new Map<string, Map<string, string>>()
      for (const entry of data.words)
        written.set(
          entry.tag,
          (written.get(entry.tag) ?? new Map<string, string>()).set(entry.member, entry.text),
        )
      finder = new Finder(entriesOf(data.contracts, data.prefix, written))
      return self.postMessage({ n: data.n, found: null })
    }
    case 'find':
      return self.postMessage({ n: data.n, found: finder.find(data.text) })
    case 'components':
      return self.postMessage({ n: data.n, found: finder.components(data.text) })
  }
}
