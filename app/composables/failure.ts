import type { WatchSource } from 'vue'
import type { Place } from '~~/core/contract/member'
import type { FromFrame } from '~~/frame/protocol'

type Failed = Extract<FromFrame, { say: 'failed' }>

export interface Failure {
  text: string
  /** What is provided failed, and not the component. */
  provided: boolean
  /** When it failed, as it stands after “It failed”. */
  phase: string
  where: Place | undefined
}

const phases: Record<Failed['phase'], string> = {
  provide: 'while what is provided was made ready',
  load: 'while it was loaded',
  render: 'while it was made',
  run: 'while it ran',
}

/** How a component on the bench failed, with the line of source it failed at once that is known. */
export function useFailure(library: () => string, forgetOn: WatchSource[]) {
  const failure = ref<Failure>()
  const forget = () => {
    failure.value = undefined
  }
  watch(forgetOn, forget)
  async function onFailed({ phase, text, at }: Failed) {
    // what fails in a component for want of what is provided is not what is wrong
    if (failure.value?.provided && phase !== 'provide') return
    failure.value = { text, provided: phase === 'provide', phase: phases[phase], where: undefined }
    if (!at) return
    const where = await traceBack(library(), at).catch(() => undefined)
    // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- another may have failed by now
    if (failure.value?.text === text) failure.value = { ...failure.value, where }
  }
  return { failure, forget, onFailed }
}
