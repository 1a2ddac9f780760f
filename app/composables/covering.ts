import type { CoveringSet } from '~~/core/spread/covering'
import type { CoveringAsk } from '~/workers/covering'

/**
 * A covering set, worked out in a worker of its own, anew whenever what is asked changes; an older question
 * is dropped.
 */
export function useCovering(asked: Ref<CoveringAsk | undefined>) {
  const set = shallowRef<CoveringSet>()
  const busy = ref(false)
  let worker: Worker | undefined
  const end = () => {
    worker?.terminate()
    worker = undefined
    busy.value = false
  }
  watch(
    () => JSON.stringify(asked.value),
    () => {
      end()
      set.value = undefined
      const now = asked.value
      if (!now) return
      busy.value = true
      worker = new Worker(new URL('../workers/covering.ts', import.meta.url), { type: 'module' })
      worker.onmessage = ({ data }: MessageEvent<{ set: CoveringSet; done: boolean }>) => {
        set.value = data.set
        if (data.done) end()
      }
      worker.onerror = end
      worker.postMessage(plain(now))
    },
    { immediate: true },
  )
  onUnmounted(end)
  return { set, busy, stop: end }
}
