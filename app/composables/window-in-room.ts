import type { Surround } from '~~/core/surround'

/**
 * How a window of a size of its own is shown in the room there is: smaller where there is less, never cut.
 * Nothing where the component has no such window.
 */
export function useWindowInRoom(box: Ref<HTMLElement | null>, surround: () => Surround) {
  const room = ref({ width: 0, height: 0 })
  let watching: ResizeObserver | undefined
  onMounted(() => {
    watching = new ResizeObserver(([entry]) => {
      if (entry) room.value = { width: entry.contentRect.width, height: entry.contentRect.height }
    })
    if (box.value) watching.observe(box.value)
  })
  onUnmounted(() => watching?.disconnect())
  return computed(() => {
    const { window, fit } = surround()
    if (!window || fit) return undefined
    const smaller = Math.min(1, room.value.width / window.width, room.value.height / window.height)
    return {
      width: `${window.width}px`,
      height: `${window.height}px`,
      transform: `scale(${smaller})`,
      marginInlineStart: `${Math.max(0, (room.value.width - window.width * smaller) / 2)}px`,
      outline: '1px solid var(--rule)',
    }
  })
}
