<script setup lang="ts">
/** A glyph in the colour of text, or in its own where it has some. */
const { svg, isColoured = false } = defineProps<{ svg: string; isColoured?: boolean }>()
const address = computed(() => pictureOf(svg))
</script>

<template>
  <img v-if="isColoured" class="glyph" :src="address" alt="" />
  <span v-else class="glyph inked" :style="{ maskImage: `url(&quot;${address}&quot;)` }" />
</template>

<style scoped>
.glyph {
  display: block;
  inline-size: 24px;
  block-size: 24px;
}
.inked {
  background: currentColor;
  mask: center / contain no-repeat;
}
</style>
