/**
 * Takes changes of a value back, and makes them again. Changes that come close after one another, as in
 * typing, are one.
 */
export function useUndo<T>(value: Ref<T>, begins: Ref<unknown>) {
  const done = shallowRef<T[]>([])
  const undone = shallowRef<T[]>([])
  let last = value.value
  let at = 0
  let moving = false
  watch(
    value,
    (now) => {
      if (JSON.stringify(now) === JSON.stringify(last)) return
      if (!moving) {
        if (performance.now() - at > 800 || done.value.length === 0)
          done.value = [...done.value, last].slice(-200)
        at = performance.now()
        undone.value = []
      }
      last = now
    },
    { flush: 'sync' },
  )
  watch(begins, () => {
    done.value = []
    undone.value = []
    last = value.value
  })
  function move(from: Ref<T[]>, to: Ref<T[]>) {
    const before = from.value.at(-1)
    if (before === undefined) return
    from.value = from.value.slice(0, -1)
    to.value = [...to.value, value.value]
    moving = true
    value.value = before
    moving = false
    at = 0
  }
  return {
    back: () => move(done, undone),
    again: () => move(undone, done),
    may: computed(() => ({ back: done.value.length > 0, again: undone.value.length > 0 })),
  }
}
