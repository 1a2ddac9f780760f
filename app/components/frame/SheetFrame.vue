<script setup lang="ts">
import type { Cells, FromFrame } from '~~/frame/protocol'
import { bareSurround } from '~~/core/surround'

/**
 * Many renderings of a component in one frame, cell by cell: each is made alone, one that fails says so in
 * its place.
 */
const { cells, css, preview, title, text, host } = defineProps<{
  cells: Cells
  css: string
  preview: string
  title: string
  text: number
  /** The site it runs on, where it shares one with others. */ host?: string
}>()
const emit = defineEmits<{ painted: []; laid: [laid: Extract<FromFrame, { say: 'laid' }>]; failed: [] }>()
// what stands alone takes the frame that waits, which is of a site of its own
const { name, key, again, iframe, waited } = useFramePlace(host)
const ownHost = ref(host === undefined)
const laid = ref<Extract<FromFrame, { say: 'laid' }>>()
const failure = ref<string>()
const frame = useFrameHost(
  iframe,
  {
    event: () => undefined,
    size: () => undefined,
    failed: (message) => {
      if (message.phase !== 'load') return
      failure.value = message.text
      emit('failed')
    },
    painted: (seq, at) => {
      document.dispatchEvent(new CustomEvent('kept-shelf:painted', { detail: { seq, at } }))
      emit('painted')
    },
    laid: (message) => {
      laid.value = message
      emit('laid', message)
    },
  },
  () => ownHost.value,
  'working',
)
const cut = computed(() => whyCut(frame.state.value))
watch(
  () => css,
  (now) => frame.themes(now),
  { immediate: true },
)
const provided = computed(() => useLibrary().providedFor(cells.tag))
watch(
  () => JSON.stringify(provided.value),
  (now, before) => {
    if (provided.value.length || before !== undefined) frame.provide(plain(provided.value))
  },
  { immediate: true },
)
watch(
  () => text,
  (now) => frame.surround({ ...bareSurround(''), text: now }),
  { immediate: true },
)
useChangedModules(() => cells.modules, frame, again)
watch(
  () => cells,
  (now) => {
    failure.value = undefined
    frame.cells(now)
  },
  { immediate: true },
)
watch(frame.state, (now) => {
  // one that fell silent among others may only have been held up by a neighbour: it gets a site of its own,
  // once
  if (now === 'silent' && !ownHost.value) restart()
})
function restart() {
  ownHost.value = true
  frame.reset()
  name.value = frameName()
}
const size = computed(() => ({
  width: `${cells.columns * cells.width}px`,
  height: `${Math.max(40, laid.value?.height ?? 200)}px`,
}))
</script>

<template>
  <div class="sheet" :style="size" :data-state="frame.state.value">
    <div v-if="cut" class="cut" role="alert">
      <p class="bad">{{ cut }}</p>
      <p>
        Nothing else was touched. <button type="button" class="act" @click="restart">Start it again</button>
      </p>
    </div>
    <FramePlace
      v-else
      ref="place"
      :key="key"
      :source="frameSource(preview, name)"
      :title
      :waited
      @load="frame.onLoad"
    />
    <p v-if="failure" class="small bad failed" role="alert">It did not load: {{ failure }}</p>
  </div>
</template>

<style scoped>
.sheet {
  position: relative;
  flex: none;
}
.frame-place {
  background: var(--sheet);
}
.cut {
  padding: 24px;
  display: grid;
  gap: 12px;
  place-content: center;
  height: 100%;
}
.failed {
  position: absolute;
  inset: 8px;
}
</style>
