import { withFunctions } from '../core/code/functions'
import type { Usage } from '../core/code/usage'
import { tellFired } from './say'

/** A usage with the functions it asks for: each records its calls, and is the same one each time. */
export function recording(usage: Usage): Usage {
  const slots = Object.fromEntries(
    Object.entries(usage.slots).map(([name, value]) => [
      name,
      value.is === 'component' ? { ...value, usage: recording(value.usage) } : value,
    ]),
  )
  return { ...usage, slots, props: withFunctions(usage.props, usage.functions ?? [], recorderOf) }
}
const recorders = new Map<string, (...values: unknown[]) => void>()
function recorderOf(name: string) {
  let made = recorders.get(name)
  if (!made) recorders.set(name, (made = (...values) => tellFired(`${name}()`, values)))
  return made
}
