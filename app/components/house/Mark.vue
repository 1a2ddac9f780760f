<script lang="ts">
/** Our small set of marks: state is shape and word, never colour alone. */
const shapes = {
  draft: '<circle cx="6" cy="6" r="4.5" fill="none" stroke="currentColor"/>',
  trial:
    '<circle cx="6" cy="6" r="4.5" fill="none" stroke="currentColor"/><path d="M6 1.5a4.5 4.5 0 ' +
    '0 1 0 9z" fill="currentColor"/>',
  stable: '<circle cx="6" cy="6" r="5" fill="currentColor"/>',
  deprecated:
    '<circle cx="6" cy="6" r="4.5" fill="none" stroke="currentColor"/><path d="M2.8 9.2 9.2 ' +
    '2.8" stroke="currentColor"/>',
  'not tried': '<circle cx="6" cy="6" r="1.4" fill="currentColor"/>',
  'not reached':
    '<path d="M.5.5h11v11H.5z" fill="none" stroke="currentColor" stroke-dasharray="2 1.6"/><circle cx="6" cy="6" ' +
    'r="1.4" fill="currentColor"/>',
  'not found':
    '<path d="M.5.5h11v11H.5z" fill="none" stroke="currentColor"/><path d="m3.4 3.4 5.2 ' +
    '5.2m0-5.2-5.2 5.2" stroke="currentColor" stroke-width="1.3"/>',
  seen:
    '<path d="M.5.5h11v11H.5z" fill="none" stroke="currentColor"/><path d="m3 6.2 2.2 2.2 ' +
    '4-4.8" fill="none" stroke="currentColor" stroke-width="1.4"/>',
  differs: '<path d="M1 4h10M1 8h10M8.5 1l-5 10" fill="none" stroke="currentColor" stroke-width="1.2"/>',
  'no effect':
    '<path d="M1 4.5c2-2 3 2 5 0s3-2 5 0M1 8.5c2-2 3 2 5 0s3-2 5 0" fill="none" ' +
    'stroke="currentColor" stroke-width="1.2"/>',
  additive: '<path d="M6 1v10M1 6h10" stroke="currentColor" stroke-width="1.6"/>',
  mend: '<path d="M1 6.5c2.5-3 3 2.5 5 0s3-2.5 5 .5" fill="none" stroke="currentColor" stroke-width="1.6"/>',
  breaking: '<path d="M6 1 11 10.5H1z" fill="currentColor"/>',
  none: '<path d="M2 6h8" stroke="currentColor" stroke-width="1.2"/>',
} as const
export type MarkName = keyof typeof shapes
</script>

<script setup lang="ts">
/** `label`: what it says, where that is not its name; empty where words beside it say so. */
const { name, label } = defineProps<{ name: MarkName; label?: string }>()
</script>

<template>
  <!-- eslint-disable-next-line vue/no-v-html -- our own drawings, above -->
  <svg v-if="label === ''" class="mark" viewBox="0 0 12 12" aria-hidden="true" v-html="shapes[name]" />
  <!-- eslint-disable-next-line vue/no-v-html -- the same -->
  <svg v-else class="mark" viewBox="0 0 12 12" role="img" :aria-label="label ?? name" v-html="shapes[name]" />
</template>

<style scoped>
.mark {
  width: 12px;
  height: 12px;
  flex: none;
  vertical-align: -1px;
}
</style>
