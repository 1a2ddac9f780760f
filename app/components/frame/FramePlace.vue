<script setup lang="ts">
/** Where a frame stands: one that waited in the page, or a new one. */
const {
  source,
  title,
  waited = undefined,
} = defineProps<{
  source: string
  title: string
  /** A frame that has its page already, or is about to. */
  waited?: HTMLIFrameElement | undefined
}>()
const emit = defineEmits<{ load: [] }>()
const place = useTemplateRef<HTMLElement>('place')
const element = shallowRef<HTMLIFrameElement | null>(null)
const onLoad = () => emit('load')

onMounted(() => {
  const box = place.value!
  const frame = waited?.isConnected && box.isConnected ? waited : makeFrame(source)
  frame.title = title
  element.value = frame
  if (frame === waited) moveFrame(frame, box, onLoad)
  else {
    frame.addEventListener('load', onLoad)
    box.append(frame)
  }
})
// one that waited and was never put into its place goes with whoever took it
onUnmounted(() => waited?.remove())
watch(
  () => title,
  (now) => {
    if (element.value) element.value.title = now
  },
)
defineExpose({ element })
</script>

<template>
  <div ref="place" class="frame-place" />
</template>

<style scoped>
.frame-place {
  width: 100%;
  height: 100%;
  transform-origin: 0 0;
}
.frame-place :deep(iframe) {
  display: block;
  width: 100%;
  height: 100%;
  border: 0;
  background: none;
  color-scheme: light;
}
</style>
