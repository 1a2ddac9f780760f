import type { Act } from '../acts/act'
import { mostActs } from '../acts/act'
import type { ToldNode } from '../accessible/told'
import { targetOf } from './acts-to-try'
import type { Step } from './chart'
import type { Look } from './look'

/** The fewest steps from one state to each other that can be come to; a step that led elsewhere too is not taken. */
export function waysFrom(steps: readonly Step[], from: number): Map<number, Step[]> {
  const isSteady = (step: Step): boolean =>
    step.acts.length === 0 ||
    !steps.some(
      (other) =>
        other.from === step.from &&
        other.to !== step.to &&
        JSON.stringify(other.acts) === JSON.stringify(step.acts),
    )
  const sound = steps.filter(isSteady)
  const ways = new Map<number, Step[]>([[from, []]])
  const waiting = [from]
  for (let at = waiting.shift(); at !== undefined; at = waiting.shift()) {
    for (const step of sound) {
      if (step.from !== at || ways.has(step.to)) continue
      ways.set(step.to, [...ways.get(at)!, step])
      waiting.push(step.to)
    }
  }
  return ways
}

const has = (nodes: readonly ToldNode[], { role, name }: ToldNode): boolean =>
  nodes.some((node) => node.role === role && node.name === name)

/** What somebody waits for who has seen one state and waits for the next: something that comes, or that goes. */
function waitBetween(before: Look, after: Look): Act[] | undefined {
  const came = after.told.find((node) => targetOf(node) && !has(before.told, node))
  if (came) return [{ do: 'wait', for: targetOf(came)! }]
  const went = before.told.find((node) => targetOf(node) && !has(after.told, node))
  return went && [{ do: 'gone', for: targetOf(went)! }]
}

/**
 * The shortest way to each state from the first, as acts. Where one passes by itself that is waited for, and so is
 * what a key is pressed in: all else is waited for by whoever does it.
 */
export function shortestWays(
  states: readonly { id: number; look: Look }[],
  steps: readonly Step[],
): Map<number, Act[]> {
  const lookOf = new Map(states.map(({ id, look }) => [id, look]))
  const waitAlong = ({ from, to }: Step): Act[] => waitBetween(lookOf.get(from)!, lookOf.get(to)!) ?? []
  const actsOf = (way: readonly Step[]): Act[] =>
    way.flatMap((step, i) => {
      if (!step.acts.length) return waitAlong(step)
      return way[i + 1]?.acts[0]?.do === 'key' ? [...step.acts, ...waitAlong(step)] : step.acts
    })
  return new Map([...waysFrom(steps, 0)].map(([id, way]) => [id, actsOf(way).slice(0, mostActs)]))
}
