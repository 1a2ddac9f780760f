import type { Outcome } from '../../acts/act'
import type { Outcome as Read, Problem } from '../../problem'
import type { LibraryPackage } from '../library'

/** What a release is judged from, at the desk and when it is made. */
export interface ToPublish {
  /** The package name the library is registered under. */
  package: string
  /** What its package.json says, or why that cannot be read. */
  packageJson: Read<LibraryPackage>
  /** The paths of all its files. */
  paths: readonly string[]
  /** What was wrong with components when they were built, and with tokens when they were resolved. */
  buildProblems: readonly Problem[]
  tokenProblems: readonly Problem[]
  /** Ways of getting there that a browser went last and that came to nothing. */
  missedWays: readonly MissedWay[]
}

export interface MissedWay {
  tag: string
  example: string
  way: Outcome
}

/** One thing that keeps a library from being published: what is in the way, or nothing. */
export type ReleaseCheck = (release: ToPublish) => readonly Problem[]
