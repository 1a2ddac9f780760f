import type { InjectionKey } from 'vue'
import type { Surround } from '~~/core/surround'

/** What is around the component on the bench, the states it is held in among that. */
const key: InjectionKey<Ref<Surround>> = Symbol('held')

/** Offers whatever is on the bench to hold the component in states. */
export const provideHeld = (surround: Ref<Surround>): void => provide(key, surround)

/** The states held on the bench around, and how one is turned on and off; nothing where this is no bench. */
export function useHeld() {
  const surround = inject(key, undefined)
  if (!surround) return undefined
  const states = computed(() => surround.value.held)
  const turn = (state: string) => {
    const held = states.value
    surround.value = {
      ...surround.value,
      held: held.includes(state) ? held.filter((other) => other !== state) : [...held, state],
    }
  }
  return { states, turn }
}
