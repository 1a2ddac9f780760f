<script setup lang="ts">
import type { Act, Outcome } from '~~/core/acts/act'
import { sayDrawn } from '~~/core/style/drawn'
import { remedyOfNothing } from '~~/core/code/remedy'
import type { ForeignPage } from '~~/core/isolation/bleed'
import type { Provided } from '~~/core/provisions'
import type { Surround } from '~~/core/surround'
import type { Looked } from '~/composables/first-showing'
import type { Target } from '~/composables/frame-host'
import type { Dress, Node } from '~~/core/style/found'
import type { FromFrame } from '~~/frame/protocol'

/**
 * A component alone in its frame. `host` names the site it runs on; frames of one name may share a
 * process, and one that falls silent starts anew on a site of its own.
 */
const { target, surround, css, preview, title, host, tallest, example, provisions, foreign, quiet } =
  defineProps<{
    target: Target | undefined
    surround: Surround
    css: string
    preview: string
    title: string
    host?: string
    tallest?: number
    /** The example that is shown, which may have provisions of its own. */
    example?: string
    /** What is provided, where that is not what is saved. */
    provisions?: Provided[] | undefined
    /** A foreign page that it stands in. */
    foreign?: ForeignPage | undefined
    /** Says nothing of a failure: other ways of showing it are tried. */
    quiet?: boolean
  }>()
const emit = defineEmits<{
  event: [message: Extract<FromFrame, { say: 'event' }>]
  failed: [message: Extract<FromFrame, { say: 'failed' }>]
  restarted: []
  /** How large it is as it is shown. */
  sized: [width: number, height: number]
  /** How large it is drawn, in its own CSS pixels. */
  measured: [width: number, height: number]
  /** Whether anything is to be seen of what was asked for, a moment after it was drawn. */
  looked: [looked: Looked]
  /** What was asked for stands there. */
  painted: []
  markup: [nodes: Node[]]
  dress: [dress: Dress | null]
  picked: [node: number]
  /** What somebody did to it by hand, while that is recorded; and what came of a way that was gone. */
  acted: [act: Act]
  replayed: [outcome: Outcome]
  trail: [message: Extract<FromFrame, { say: 'trail' }>]
  /** What a method answered that was called. */
  answered: [message: Extract<FromFrame, { say: 'answered' }>]
}>()
const store = useLibrary()
// what stands alone takes the frame that waits, which is of a site of its own
const { name, key, again, iframe, waited } = useFramePlace(host)
const failure = ref<Extract<FromFrame, { say: 'failed' }>>()
const size = ref<{ width: number; height: number }>()
const drawn = ref<Extract<FromFrame, { say: 'drawn' }>['looks']>([])
const ownHost = ref(host === undefined)
const frame = useFrameHost(
  iframe,
  {
    event: (message) => emit('event', message),
    failed: (message) => {
      failure.value = message
      emit('failed', message)
      if (message.phase === 'render' || message.phase === 'load') look(0)
    },
    painted: (seq, at) => {
      // for measuring from outside: when what was asked for was on the screen
      document.dispatchEvent(new CustomEvent('kept-shelf:painted', { detail: { seq, at } }))
      emit('painted')
      if (seq === shownLast) look(patience)
    },
    drawn: (looks) => (drawn.value = looks),
    markup: (nodes) => emit('markup', nodes),
    dress: (dress) => emit('dress', dress),
    picked: (node) => emit('picked', node),
    acted: (act) => emit('acted', act),
    replayed: (outcome) => emit('replayed', outcome),
    trail: (message) => emit('trail', message),
    answered: (message) => emit('answered', message),
    size: (width, height) => {
      size.value = { width, height }
      emit('measured', width, height)
    },
  },
  () => ownHost.value,
)
/** In a place of limited height a taller rendering is shown smaller, never cut. */
const scale = computed(() =>
  tallest && size.value && size.value.height > tallest ? tallest / size.value.height : 1,
)
const box = useTemplateRef<HTMLElement>('box')
const windowStyle = useWindowInRoom(box, () => surround)
const source = computed(() => frameSource(preview, name.value))
watch([size, scale], () => {
  if (size.value) emit('sized', size.value.width * scale.value, size.value.height * scale.value)
})
const why = computed(() => whyCut(frame.state.value))
const cut = computed(() => why.value !== undefined)
const remedyFor = useRemedies()
const remedy = computed(() => (failure.value && target ? remedyFor(failure.value.text, target.tag).text : ''))
const isSeen = computed(() => size.value !== undefined && size.value.width >= 2 && size.value.height >= 2)
/** Some components show nothing until a page gives them something, or are about behaviour alone. */
const empty = computed(() => surround.fit && !cut.value && size.value !== undefined && !isSeen.value)

const provided = computed(() => provisions ?? (target ? store.providedFor(target.tag, example) : []))
/** Milliseconds after it was drawn in which a component shows what it has. */
const patience = 400
let shownLast = 0
let looking: ReturnType<typeof setTimeout> | undefined
function look(after: number) {
  clearTimeout(looking)
  looking = setTimeout(
    () =>
      emit('looked', {
        shows: !failure.value && isSeen.value,
        failure: failure.value?.text ?? '',
        isLoaded: failure.value?.phase !== 'load',
      }),
    after,
  )
}
onUnmounted(() => clearTimeout(looking))
watch(
  () => css,
  (now) => frame.themes(now),
  { immediate: true },
)
watch(
  () => foreign,
  (now, before) => {
    if (now || before) frame.page(plain(now ?? null))
  },
  { immediate: true },
)
watch(
  () => JSON.stringify(provided.value),
  (now, before) => {
    if (provided.value.length || before !== undefined) frame.provide(plain(provided.value))
  },
  { immediate: true },
)
// what a browser lacks it lacks from the beginning
watch(
  () => surround.without.join(';'),
  () => {
    frame.surround(plain(surround))
    restart()
  },
)
watch(
  () => surround,
  (now) => frame.surround(plain(now)),
  { immediate: true, deep: true },
)
useChangedModules(() => target?.modules ?? [], frame, again)
watch(
  () => target,
  (now) => {
    if (!now) return
    failure.value = undefined
    clearTimeout(looking)
    shownLast = frame.show(plain(now))
  },
  { immediate: true, deep: true },
)
watch(frame.state, (now) => {
  // one that fell silent among others may only have been held up by a neighbour: it gets a site of its own,
  // once
  if (now === 'silent' && !ownHost.value) restart()
})
defineExpose({
  markup: frame.markup,
  dress: frame.dress,
  ring: frame.ring,
  replay: frame.replay,
  record: frame.record,
})
function restart() {
  ownHost.value = true
  failure.value = undefined
  frame.reset()
  name.value = frameName()
  emit('restarted')
}
</script>

<template>
  <div
    ref="box"
    class="preview"
    :data-state="frame.state.value"
    :class="{ fit: surround.fit }"
    :style="
      surround.fit && size && !cut && !failure && !empty
        ? { width: `${size.width * scale}px`, height: `${size.height * scale}px` }
        : undefined
    "
  >
    <div v-if="cut" class="cut" role="alert">
      <p class="bad">{{ why }}</p>
      <p>
        Nothing else was touched.
        <button type="button" class="act" @click.prevent="restart">Start it again</button>
      </p>
    </div>
    <FramePlace
      v-else
      ref="place"
      :key="key"
      :source
      :title
      :waited
      :style="
        surround.fit && size && !empty
          ? {
              width: `${size.width}px`,
              height: `${size.height}px`,
              transform: scale < 1 ? `scale(${scale})` : undefined,
            }
          : windowStyle
      "
      @load="frame.onLoad"
    />
    <p v-if="frame.grabbed.value && !surround.fit && !cut" class="small grabbed" role="status">
      It took the keyboard without being asked, and it was given back.
      <button type="button" class="link" @click="frame.letHaveKeyboard">Let it have it</button>
    </p>
    <p v-if="drawn.length && !surround.fit && !cut" class="small muted grabbed" role="status">
      {{ sayDrawn(drawn) }}
    </p>
    <p v-if="quiet && (failure || empty)" class="small muted failed">Finding a way to show it …</p>
    <p v-else-if="failure && surround.fit" class="small bad failed" :title="failure.text">
      Did not render: {{ failure.text }} <span class="muted">{{ remedy }}</span>
    </p>
    <p v-else-if="empty" class="small muted failed" :title="remedyOfNothing">Shows nothing by itself.</p>
  </div>
</template>

<style scoped>
.preview {
  position: relative;
  width: 100%;
  height: 100%;
  min-width: 0;
  overflow: hidden;
}
.fit:has(> .failed) .frame-place {
  width: 400px;
  height: 150px;
}
.cut {
  padding: 24px;
  display: grid;
  gap: 12px;
  place-content: center;
  height: 100%;
}
.grabbed {
  position: absolute;
  inset: auto 0 0;
  padding: 6px 12px;
  background: var(--sheet);
  border-top: 1px solid var(--rule);
}
.fit .cut {
  padding: 0;
  gap: 4px;
  font-size: 12px;
  line-height: 16px;
  width: 220px;
  place-content: end start;
}
.fit .act {
  padding: 0 6px;
  pointer-events: auto;
  position: relative;
  z-index: 1;
}
.fit:has(> .failed) {
  width: 190px;
  height: 64px;
}
.failed {
  position: absolute;
  inset: 0;
  background: var(--paper);
  overflow: hidden;
  display: -webkit-box;
  -webkit-line-clamp: 4;
  -webkit-box-orient: vertical;
  overflow-wrap: anywhere;
}
</style>
