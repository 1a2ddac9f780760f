import type { ConsumerAct, ConsumerFacts } from '../consumer/consumer'
import type { Gate, GateSetting } from './gate'
import { gates, type GateSettings, type GateStanding } from './gates'
import { installsGate } from './installs'
import { licencesGate } from './licences'
import { loadsGate } from './loads'
import { testsGate } from './tests'
import { typesGate } from './types'

/** A gate that is judged while a version is published, by what came of using its package. */
export interface TriedGate extends Omit<Gate, 'judge' | 'name'> {
  name: ConsumerAct
}

/** Every such gate, in the order in which a package is used. */
export const triedGates: readonly TriedGate[] = [installsGate, licencesGate, typesGate, loadsGate, testsGate]

const settingOf = ({ name, usual }: TriedGate, settings: GateSettings): GateSetting => settings[name] ?? usual

/** Whether there is a gate of that name, of those that are judged before a version goes out or while it does. */
export const isGate = (name: string): boolean => [...gates, ...triedGates].some((gate) => gate.name === name)

/** What is to be tried: a gate that lets everything pass is not asked. */
export const actsToTry = (settings: GateSettings): ConsumerAct[] =>
  triedGates.filter((gate) => settingOf(gate, settings) !== 'pass').map(({ name }) => name)

/** How these gates stand by what came of using the package; where it was not used yet, all may hold. */
export const judgeTried = (facts: ConsumerFacts, settings: GateSettings): GateStanding[] =>
  triedGates.map((gate) => {
    const tried = facts[gate.name]
    const says = tried?.is === 'wrong' ? tried.says.join(' ') : undefined
    return { ...gate, setting: settingOf(gate, settings), isTried: true, ...(says ? { says } : {}) }
  })
