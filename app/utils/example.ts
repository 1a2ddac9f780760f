import type { Act } from '~~/core/acts/act'
import type { Usage } from '~~/core/code/usage'
import type { Surround } from '~~/core/surround'

/** An example as readers see it; without an `id` it was made from the contract and nobody has kept it. */
export interface ReadableExample {
  id: string | undefined
  name: string
  usage: Usage
  anchor: string
  surround?: Surround | null
  notes?: string
  /** What is done to it once it stands there. */
  acts?: Act[]
}

/** The name of an example as the end of an address. */
export const anchorOf = (name: string): string =>
  `example-${name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')}`
