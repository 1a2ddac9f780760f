<script setup lang="ts">
/** The house of one library: its bar, its news, and the page inside. */
const route = useRoute()
const store = useLibrary()
watch(
  () => route.params.library,
  (slug) => {
    if (typeof slug === 'string') void store.open(slug)
  },
  { immediate: true },
)
const { library, problems } = storeToRefs(store)
// once a page stands there, the frame of the next one is made ready
watch([() => route.path, () => library.value?.preview], ([, preview]) => {
  if (preview) void keepFrameReady(preview)
})
</script>

<template>
  <div class="house">
    <TopBar />
    <div v-if="problems.length" class="away">
      <ProblemList :problems />
      <button type="button" class="act" @click="store.load()">Try again</button>
    </div>
    <NuxtPage v-if="library" />
    <p v-else-if="!problems.length" class="away muted" role="status">Fetching the library …</p>
  </div>
</template>

<style scoped>
.house {
  min-height: 100vh;
  display: flex;
  flex-direction: column;
}
.away {
  padding: 16px 24px;
  display: grid;
  gap: 8px;
  justify-items: start;
}
</style>
