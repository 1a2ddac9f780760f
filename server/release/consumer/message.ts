import type { Awaited, Loaded } from '~~/core/release/consumer/consumer'
import type { Problem } from '~~/core/problem'

/** What the process with the browser is asked: to load a package in a page, and see what is there. */
export interface ToLoad {
  chromium: string
  port: number
  script: string
  sheet: string
  awaited: Awaited
  /** The package as one classic script, where it has that, and what the page calls what it hands on. */
  single?: { script: string; global: string } | undefined
}
export type Said = { begun: string } | Loaded | { stopped: Problem }
