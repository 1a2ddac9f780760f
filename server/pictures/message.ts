import type { Contract } from '~~/core/contract/contract'
import type { Reason } from '~~/core/pictures/because'
import type { Problem } from '~~/core/problem'
import type { PictureFile } from '../store/pictures'
import type { Picture } from './plan'

/** One of both sides, as far as it takes to show its components. */
export interface ShownSide {
  css: string
  theme: string
  contracts: Contract[]
}

/** Pictures of one component of one side, which differ by their theme alone. */
export interface Shot {
  side: 0 | 1
  tag: string
  pictures: Picture[]
}

/** Two pictures that differ, and are looked at once more. */
export interface Pair {
  id: number
  tag: string
  pictures: [before: Picture, now: Picture]
}

/** What the process with the browser is asked: pictures to take, and pairs to look at closely. */
export interface ToPicture {
  port: number
  chromium: string
  /** Pages at which it works at the same time. */
  lanes: number
  sides: [before: ShownSide, now: ShownSide]
  shots: Shot[]
  pairs: Pair[]
}

/** What it says as it goes. */
export type Said =
  | { begun: string }
  | { key: string; taken: PictureFile | { failed: string } }
  | { pair: number; again: [before: PictureFile, now: PictureFile]; reasons: Reason[] }
  | { pair: number; failed: string }
  | { stopped: Problem }
