<script setup lang="ts">
import type { LookChange } from '~~/core/wire'

/**
 * A part of a picture, so small that it fits: of one side, or with all that differs marked over the other.
 */
const {
  change,
  side,
  isMarked = false,
} = defineProps<{ change: LookChange; side: 'before' | 'now'; isMarked?: boolean }>()
const store = useLibrary()
/** Pixels around what is painted, and the most that is shown of a picture. */
const [around, most] = [12, { width: 260, height: 300 }]
const address = (image: string) => `/api/libraries/${store.slug}/pictures/${image}`

const part = computed(() => {
  const { before, now, painted } = change
  const [x, y] = [Math.max(0, painted.x - around), Math.max(0, painted.y - around)]
  const [right, bottom] = [Math.max(before.width, now.width), Math.max(before.height, now.height)]
  const width = Math.min(right, painted.x + painted.width + around) - x
  const height = Math.min(bottom, painted.y + painted.height + around) - y
  return { x, y, width, height, scale: Math.min(1, most.width / width, most.height / height) }
})
const px = (length: number) => `${length * part.value.scale}px`
const window = computed(() => ({ width: px(part.value.width), height: px(part.value.height) }))
const placed = (picture: { width: number; height: number }) => ({
  width: px(picture.width),
  height: px(picture.height),
  left: px(-part.value.x),
  top: px(-part.value.y),
})
const marksPlace = computed(() => {
  const { before, now, marks } = change
  const size = {
    width: Math.max(before.width, now.width),
    height: Math.max(before.height, now.height),
  }
  return { ...placed(size), maskImage: `url(${address(marks ?? '')})`, maskSize: '100% 100%' }
})
const boxPlace = computed(() => {
  const { box } = change
  if (!box) return undefined
  const { x, y } = part.value
  return { left: px(box.x - x), top: px(box.y - y), width: px(box.width), height: px(box.height) }
})
</script>

<template>
  <div class="picture" :style="window">
    <img
      :src="address(change[side].image)"
      :style="placed(change[side])"
      :class="{ faint: isMarked }"
      alt=""
      loading="lazy"
    />
    <template v-if="isMarked">
      <span v-if="change.marks" class="marks" :style="marksPlace" />
      <span v-if="boxPlace" class="box" :style="boxPlace" />
    </template>
  </div>
</template>

<style scoped>
.picture {
  position: relative;
  overflow: hidden;
  outline: 1px solid var(--rule);
  background: var(--sheet);
  max-width: 100%;
}
img,
.marks,
.box {
  position: absolute;
  max-width: none;
}
.faint {
  opacity: 0.25;
}
.marks {
  background: var(--rust);
}
.box {
  outline: 1px dashed var(--rust);
  outline-offset: 3px;
}
</style>
