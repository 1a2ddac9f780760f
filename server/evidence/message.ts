import type { Told } from '~~/core/accessible/told'
import type { ModuleOf } from '~~/core/code/showing'
import type { Usage } from '~~/core/code/usage'
import type { Contract } from '~~/core/contract/contract'
import type { Evidence } from '~~/core/evidence/evidence'
import type { Only } from '~~/core/evidence/only'
import type { Combination } from '~~/core/variants/combination'
import type { Chart } from '~~/core/states/chart'
import type { Isolation } from '~~/core/isolation/isolation'
import type { Looks } from '~~/core/variants/looks'
import type { Problem } from '~~/core/problem'
import type { ShownExample } from '../store/told'
import type { Provided } from '~~/core/provisions'

/** What a process may do in its turn. */
export interface Turn {
  /** How many components it tries at a time. */
  lanes: number
  /** The moment after which it begins no other, as `Date.now` has it: what was begun then is done to its end. */
  until: number
}

/**
 * What the process with the browser is asked: components to try, and where frames are served.
 */
export interface ToTry extends Turn {
  port: number
  css: string
  /** The base theme, and the names of all. */
  theme: string
  themes: string[]
  /** Custom properties of tokens that are colours. */
  dyes: string[]
  chromium: string
  components: {
    tag: string
    contract: Contract
    face: Usage
    examples: ShownExample[]
    never: Combination[]
    modules: ModuleOf[]
    provided: Provided[]
    /** Sheets that come into a page with other components of the library. */
    sheets: string
    /** What is to be seen of it: the rest is known already, or is not asked for. */
    needs: Record<Only, boolean>
    /** The states that are known of it, where they are. */
    chart: Chart | undefined
  }[]
  contracts: Contract[]
}
/** What is seen of one component; what was known already, or not asked for, is left out. */
interface Seen {
  evidence: Evidence[]
  told: Told[]
  chart: Chart
  looks: Looks
  isolation: Isolation
}
/** What it says of each as it goes. */
export type Tried =
  | { tag: string; begun: true }
  | ({ tag: string } & {
      [Kind in keyof Seen]: Seen[Kind] | undefined
    })
  | { tag: string; problem: Problem }
  | { stopped: Problem }

/** There is no browser, or it does not start. */
export const noBrowser = (why: string): Problem => ({
  code: 'no-browser',
  what: `No browser could be started: ${why}`,
  todo: 'Install Chromium on the server, and name its place in CHROMIUM if it is not /usr/bin/chromium.',
})
