<script setup lang="ts">
import type { InkRole } from '~~/core/contrast/ink'

/** A colour on its ground as a sample that is read by nobody: lines of a text, a drawing, or an edge. */
const { colour, ground, role = 'text' } = defineProps<{ colour: string; ground: string; role?: InkRole }>()
const isText = computed(() => role === 'text' || role === 'large')
</script>

<template>
  <span class="sample" :class="role" :style="{ color: colour, backgroundColor: ground }" aria-hidden="true">
    <template v-if="isText"><span class="line" /><span class="line short" /></template>
    <span v-else class="shape" />
  </span>
</template>

<style scoped>
.sample {
  border: 1px solid var(--rule);
  width: 36px;
  height: 24px;
  padding: 0 6px;
  display: inline-grid;
  align-content: center;
  justify-items: start;
  gap: 4px;
  vertical-align: middle;
}
.line {
  width: 100%;
  height: 2px;
  background: currentcolor;
}
.large .line {
  height: 4px;
}
.short {
  width: 60%;
}
.shape {
  width: 12px;
  height: 12px;
  background: currentcolor;
  justify-self: center;
}
:is(.edge, .focus) .shape {
  width: 100%;
  background: none;
  border: 1.5px solid currentcolor;
}
</style>
