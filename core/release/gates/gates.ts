import { contrastGate } from './contrast'
import { evidenceGate } from './evidence'
import { findingsGate } from './findings'
import type { DifferenceFacts, Gate, GateFacts, GateSetting } from './gate'
import { looksGate } from './looks'
import { promisesGate } from './promises'
import { sizeGate } from './size'
import { unreadGate } from './unread'
import { wordsGate } from './words'

/** Every gate, in the order in which they are told. */
export const gates: readonly Gate[] = [
  promisesGate,
  unreadGate,
  evidenceGate,
  contrastGate,
  looksGate,
  sizeGate,
  findingsGate,
  wordsGate,
]

/** What a library has its gates do, by their names, where that is not the usual. */
export type GateSettings = Readonly<Record<string, GateSetting>>

/** How a gate stands: what it does here, and why it does not hold where it does not. */
export interface GateStanding extends Omit<Gate, 'judge'> {
  setting: GateSetting
  /** It is judged while a version is published, by using its package. */
  isTried?: boolean
  says?: string
}

/** How every gate stands for a version. */
export const judgeGates = (facts: GateFacts, settings: GateSettings): GateStanding[] =>
  gates.map((gate) => standingOf(gate, gate.judge(facts), settings))

/** How the gates stand that ask only for what differs from the version before. */
export const judgeOfDifference = (facts: DifferenceFacts, settings: GateSettings): GateStanding[] =>
  [promisesGate, unreadGate].map((gate) => standingOf(gate, gate.judge(facts), settings))

function standingOf(
  { name, title, usual, screen }: Omit<Gate, 'judge'>,
  says: string | undefined,
  settings: GateSettings,
): GateStanding {
  const setting = settings[name] ?? usual
  return { name, title, usual, screen, setting, ...(says ? { says } : {}) }
}
