<script setup lang="ts">
import { autoUpdate, computePosition, flip, offset, shift, size } from '@floating-ui/dom'

/**
 * Something that opens beside what opened it, above the page (HTML, popover). It follows when what is under
 * it moves, as far as the window reaches, but never moves away under a pointer: who presses in it would miss.
 * It goes with Escape or by pointing elsewhere; what opens out of it stands above it.
 */
const { label } = defineProps<{ label: string }>()
const emit = defineEmits<{ show: []; hide: [] }>()
const panel = useTemplateRef<HTMLElement>('panel')
const isOpen = ref(false)
let opener: HTMLElement | undefined
let stopFollowing: (() => void) | undefined
let isPlaced = false
const isPointedAt = () => isPlaced && panel.value?.matches(':hover') === true
/** It has just gone because somebody pointed at what opens it: that is not to open it again. */
let wentByOpener = false

async function toggle(event: Event) {
  if (wentByOpener) {
    wentByOpener = false
    return
  }
  if (isOpen.value) return hide()
  opener = event.currentTarget as HTMLElement
  isOpen.value = true
  await nextTick()
  if (!panel.value) return
  isPlaced = false
  panel.value.showPopover()
  stopFollowing = autoUpdate(opener, panel.value, place)
  emit('show')
}
const hide = () => panel.value?.hidePopover()
/** Places it under what opened it, or over that, and never beyond the window. */
async function place() {
  if (!opener || !panel.value || isPointedAt()) return
  const { x, y } = await computePosition(opener, panel.value, {
    strategy: 'fixed',
    placement: 'bottom-start',
    middleware: [
      offset(4),
      flip({ padding: 8 }),
      shift({ padding: 8, crossAxis: true }),
      size({
        padding: 8,
        apply: ({ availableHeight, availableWidth, elements }) => {
          elements.floating.style.maxHeight = `${availableHeight}px`
          elements.floating.style.maxWidth = `${availableWidth}px`
        },
      }),
    ],
  })
  // on the way here a pointer may have come
  if (!panel.value || isPointedAt()) return
  Object.assign(panel.value.style, { left: `${x}px`, top: `${y}px` })
  isPlaced = true
}
function onToggle(event: Event) {
  if ((event as ToggleEvent).newState === 'open') return
  stopFollowing?.()
  isOpen.value = false
  emit('hide')
}
function onPointer(event: PointerEvent) {
  wentByOpener = isOpen.value && opener !== undefined && event.composedPath().includes(opener)
}
onMounted(() => window.addEventListener('pointerdown', onPointer, true))
onUnmounted(() => {
  window.removeEventListener('pointerdown', onPointer, true)
  stopFollowing?.()
})
defineExpose({ toggle, hide })
</script>

<template>
  <div
    v-if="isOpen"
    ref="panel"
    popover="auto"
    role="dialog"
    :aria-label="label"
    class="popup"
    @toggle="onToggle"
    @pointerleave="place"
  >
    <slot />
  </div>
</template>

<style scoped>
.popup {
  position: fixed;
  inset: auto;
  margin: 0;
  padding: 4px;
  overflow: auto;
  border: 1px solid var(--ink);
  border-radius: 2px;
  background: var(--sheet);
  color: var(--ink);
  font: 400 13px/20px var(--ui);
  text-align: start;
  white-space: normal;
  box-shadow: 0 4px 16px rgb(0 0 0 / 14%);
}
</style>
