import type { ComputedRef, InjectionKey } from 'vue'

/** The states that a component is held in on the bench, and how that is turned on and off. */
interface Held {
  states: ComputedRef<readonly string[]>
  turn: (state: string) => void
}
const key: InjectionKey<Held> = Symbol('held')

/** Offers whatever is on the bench to hold the component in a state. */
export const provideHeld = (held: Held): void => provide(key, held)
/** The states held on the bench around; nothing where this is no bench. */
export const useHeld = (): Held | undefined => inject(key, undefined)
