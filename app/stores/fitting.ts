import { defineStore } from 'pinia'
import { withChanges } from '~~/core/tokens/fitting'
import type { Theme } from '~~/core/tokens/themes'
import type { Fitting } from '~~/core/wire'

const keptAs = 'kept-shelf fitting'

/** The fitting that is worn on every screen until it is taken off, in this window; none most of the time. */
export const useFitting = defineStore('fitting', () => {
  const id = ref(sessionStorage.getItem(keptAs) ?? '')
  watch(id, (next) => sessionStorage.setItem(keptAs, next))
  const wear = (fitting: string) => (id.value = fitting)
  const takeOff = () => (id.value = '')
  const wornOf = (fittings: readonly Fitting[]) => fittings.find((fitting) => fitting.id === id.value)
  /** Themes as they are worn, of those that are kept. */
  const dress = <T extends Theme>(themes: readonly T[], fittings: readonly Fitting[]): readonly T[] => {
    const worn = wornOf(fittings)
    return worn ? withChanges(themes, worn.changes) : themes
  }
  return { id, wear, takeOff, wornOf, dress }
})
