import { contrastGate } from './contrast'
import { evidenceGate } from './evidence'
import { findingsGate } from './findings'
import type { Gate, GateFacts, GateSetting } from './gate'
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
  gates.map(({ judge, ...gate }) => {
    const says = judge(facts)
    return { ...gate, setting: settings[gate.name] ?? gate.usual, ...(says ? { says } : {}) }
  })
