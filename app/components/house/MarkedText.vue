<script setup lang="ts">
/** A text in which every second piece is what was looked for. */
defineProps<{ pieces: string[] }>()
</script>

<template>
  <template v-for="(piece, i) in pieces" :key="i"
    ><mark v-if="i % 2">{{ piece }}</mark
    ><template v-else>{{ piece }}</template></template
  >
</template>

<style scoped>
mark {
  background: var(--kelp-wash);
  color: var(--ink);
  box-shadow: inset 0 -1.5px var(--kelp);
}
</style>
