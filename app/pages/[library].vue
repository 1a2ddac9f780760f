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
const fitting = useFitting()
// a link may say which fitting it is about
watch(
  () => route.query.fitting,
  (id) => {
    if (typeof id === 'string') fitting.wear(id)
  },
  { immediate: true },
)
const head = useTemplateRef<HTMLElement>('head')
/** How high what stands above a page is, in CSS pixels: a fitting that is worn is told there. */
const above = ref(44)
let watching: ResizeObserver | undefined
onMounted(() => {
  watching = new ResizeObserver(() => (above.value = head.value!.offsetHeight))
  watching.observe(head.value!)
})
onUnmounted(() => watching?.disconnect())
// once a page stands there, the frame of the next one is made ready
watch([() => route.path, () => library.value?.preview], ([, preview]) => {
  if (preview) void keepFrameReady(preview)
})
</script>

<template>
  <div class="house" :style="{ '--above': `${above}px` }">
    <div ref="head">
      <TopBar />
      <FittingBar v-if="library" />
    </div>
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
