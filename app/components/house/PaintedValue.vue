<script setup lang="ts">
/** A value of CSS as it is written; a colour beside it as it is painted. */
const { value } = defineProps<{ value: string }>()
const isColour = computed(() => /^(?:#|rgb|hsl|oklch|color\()/.test(value))
</script>

<template>
  <span class="code"
    ><span v-if="isColour" class="chip" :style="{ backgroundColor: value }" />{{ value }}</span
  >
</template>

<style scoped>
.chip {
  display: inline-block;
  width: 10px;
  height: 10px;
  margin-inline-end: 6px;
  border: 1px solid var(--rule);
  vertical-align: -1px;
}
</style>
