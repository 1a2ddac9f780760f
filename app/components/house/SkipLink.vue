<script setup lang="ts">
/** The first thing a keyboard comes to: past the bar, to where the work of a page begins. */
function skip() {
  const place =
    document.querySelector<HTMLElement>('[data-work]') ?? document.querySelector<HTMLElement>('main')
  if (!place) return
  if (!place.hasAttribute('tabindex')) place.tabIndex = -1
  place.focus()
}
</script>

<template>
  <a class="skip" href="#" @click.prevent="skip">Skip to the work</a>
</template>

<style scoped>
.skip {
  position: absolute;
  left: 24px;
  top: -60px;
  padding: 4px 12px;
  background: var(--ink);
  color: var(--on-ink);
  z-index: 10;
}
.skip:focus {
  top: 8px;
}
</style>
