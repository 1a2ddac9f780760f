<script setup lang="ts">
/** The house of one library: its bar, its news, and the page inside. */
const route = useRoute()
const store = useLibrary()
const version = computed(() => versionIn(route))
watch(
  [() => route.params.library, version],
  ([slug, ofVersion]) => {
    if (typeof slug === 'string') void store.open(slug, ofVersion)
  },
  { immediate: true },
)
const { library, problems } = storeToRefs(store)
const isThere = computed(() => version.value === store.version && (store.isNow || store.then))
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
      <VersionBar v-if="!store.isNow" />
    </div>
    <component :is="library ? 'div' : 'main'" v-if="problems.length" class="away">
      <ProblemList :problems />
      <p v-if="problems.some(passes)" class="muted" role="status">It is tried again every few seconds.</p>
      <button type="button" class="act" @click="store.load()">Try again</button>
    </component>
    <NuxtPage v-if="library && isThere" />
    <main v-else-if="!problems.length" class="away muted">
      <p role="status">Fetching the library …</p>
    </main>
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
