<script setup lang="ts">
import { bareSurround } from '~~/core/surround'
import type { Observation } from '~~/core/evidence/observation'
import type { ToFrame } from '~~/frame/protocol'

/** A frame out of sight in which ways of showing a component are looked at. */
type Asked = Omit<Extract<ToFrame, { say: 'observe' }>, 'say' | 'seq'>
const { asked, wide, css, preview, theme } = defineProps<{
  asked: Asked
  /** In a window as wide as rules may ask for. */
  wide: boolean
  css: string
  preview: string
  theme: string
}>()
const emit = defineEmits<{ seen: [seen: Observation[]]; failed: [what: string] }>()
const iframe = useTemplateRef<HTMLIFrameElement>('iframe')
const name = frameName()
let sequence = 0
let seen: Observation[] = []
const frame = useFrameHost(
  iframe,
  {
    event: () => undefined,
    size: () => undefined,
    painted: () => undefined,
    failed: (message) => {
      if (message.phase === 'load') emit('failed', `It did not load: ${message.text}`)
    },
    observed: (message) => {
      if (message.seq !== sequence) return
      seen.push(...message.seen)
      if (message.done) emit('seen', seen)
    },
  },
  () => true,
  'working',
)
watch(
  () => css,
  (now) => frame.themes(now),
  { immediate: true },
)
frame.provide(plain(useLibrary().providedFor(asked.tag)))
watch(
  () => theme,
  (now) => frame.surround(bareSurround(now)),
  { immediate: true },
)
watch(
  () => asked,
  (now) => {
    seen = []
    sequence = frame.observe(plain(now))
  },
  { immediate: true },
)
watch(frame.state, (now) => {
  if (now === 'silent')
    emit(
      'failed',
      'It stopped answering while it was tried: one of its values may lead into a loop that does not end.',
    )
  if (now === 'flooding') emit('failed', 'It said more than anyone can read while it was tried.')
  if (now === 'gone') emit('failed', 'It left for another page while it was tried.')
  if (now === 'grabbing') emit('failed', 'It took the keyboard again and again while it was tried.')
})
</script>

<template>
  <iframe
    ref="iframe"
    class="out-of-sight"
    :class="{ wide }"
    :src="frameSource(preview, name)"
    title="Trying members, out of sight"
    sandbox="allow-scripts"
    referrerpolicy="no-referrer"
    tabindex="-1"
    aria-hidden="true"
    inert
    @load="frame.onLoad"
  />
</template>

<style scoped>
/* inert, so that nothing that is tried in it takes the focus from whoever works on the page; in the window and yet not to be seen: a browser lets a frame outside of it sleep */
.out-of-sight {
  position: fixed;
  inset: auto 0 0 auto;
  width: 460px;
  height: 300px;
  border: 0;
  opacity: 0;
  pointer-events: none;
  z-index: -1;
}
.out-of-sight.wide {
  width: 1400px;
  height: 900px;
}
</style>
