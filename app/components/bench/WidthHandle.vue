<script setup lang="ts">
import type { Surround } from '~~/core/surround'

/**
 * The width of what a component stands in, drawn over it, with an edge that can be dragged or moved by keys.
 */
const { align, padding, direction } = defineProps<{
  align: Surround['align']
  padding: number
  direction: Surround['direction']
}>()
const width = defineModel<number | null>({ required: true })
const place = useTemplateRef<HTMLElement>('place')
const least = 40
const room = () =>
  Math.max(least, Math.round((place.value?.parentElement?.clientWidth ?? least) - 2 * padding))
/** The side that stays where it is while the other is dragged; in the middle both move. */
const still = computed(() =>
  align === 'middle' || align === 'stretch'
    ? 'middle'
    : (align === 'start') === (direction === 'ltr')
      ? 'left'
      : 'right',
)
const fit = (value: number) => Math.min(10_000, Math.max(least, Math.round(value)))
const drag = ref<{ x: number; width: number }>()
function begin(event: PointerEvent) {
  drag.value = { x: event.clientX, width: width.value ?? room() }
  const edge = event.currentTarget as HTMLElement
  edge.setPointerCapture(event.pointerId)
}
function move(event: PointerEvent) {
  if (!drag.value) return
  const by = (event.clientX - drag.value.x) * (still.value === 'middle' ? 2 : still.value === 'left' ? 1 : -1)
  width.value = Math.min(room(), fit(drag.value.width + by))
}
const steps: Record<string, number> = {
  ArrowRight: 1,
  ArrowUp: 1,
  ArrowLeft: -1,
  ArrowDown: -1,
  PageUp: 50,
  PageDown: -50,
}
function key(event: KeyboardEvent) {
  const now = width.value ?? room()
  const next =
    event.key === 'Home'
      ? least
      : event.key === 'End'
        ? room()
        : event.key === 'Escape'
          ? null
          : steps[event.key]
            ? fit(now + steps[event.key]! * (event.shiftKey ? 10 : 1))
            : undefined
  if (next === undefined) return
  event.preventDefault()
  width.value = next
}
const style = computed(() => {
  const inline = width.value === null ? `calc(100% - ${2 * padding}px)` : `${width.value}px`
  if (still.value === 'middle') return { width: inline, left: '50%', translate: '-50% 0' }
  return { width: inline, [still.value]: `${padding}px` }
})
</script>

<template>
  <div ref="place" class="ruler" :class="{ open: width === null, turned: still === 'right' }" :style>
    <span v-if="width !== null" class="code" aria-hidden="true">{{ width }}</span>
    <div
      class="edge"
      :class="{ dragged: drag }"
      role="slider"
      tabindex="0"
      aria-label="Width of what it stands in"
      :aria-valuenow="width ?? undefined"
      :aria-valuetext="width === null ? 'as wide as there is room' : `${width} pixels`"
      :aria-valuemin="least"
      aria-valuemax="10000"
      title="Drag it, or use the arrow keys; Escape is as wide as there is room"
      @pointerdown="begin"
      @pointermove="move"
      @pointerup="drag = undefined"
      @pointercancel="drag = undefined"
      @keydown="key"
    />
  </div>
</template>

<style scoped>
.ruler {
  position: absolute;
  inset-block: 0;
  max-width: 100%;
  border-inline: 1px dashed var(--rule);
  pointer-events: none;
  text-align: center;
}
.ruler.open {
  border-color: transparent;
}
.ruler span {
  font-size: 11px;
  line-height: 16px;
  color: var(--muted);
  background: var(--sheet);
  padding: 0 6px;
  border: 1px solid var(--rule);
  border-top: 0;
  display: inline-block;
}
.edge {
  position: absolute;
  inset-block: 0;
  right: -5px;
  width: 9px;
  pointer-events: auto;
  cursor: ew-resize;
  touch-action: none;
}
@media (max-width: 800px) {
  .edge {
    right: 0;
  }
}
.turned .edge {
  right: auto;
  left: -5px;
}
/* a frame of another site would take what the pointer does over it */
.edge.dragged::before {
  content: '';
  position: absolute;
  inset: -5000px;
}
.edge::after {
  content: '';
  position: absolute;
  inset: calc(50% - 14px) 3px auto;
  height: 28px;
  border-inline: 1px solid var(--muted);
  opacity: 0.55;
}
.edge:hover::after,
.edge:focus-visible::after {
  opacity: 1;
  border-color: var(--kelp);
}
</style>
