<script setup lang="ts">
import type { Act, Outcome } from '~~/core/acts/act'
import type { Usage } from '~~/core/code/usage'
import type { StateFound } from '~~/core/states/chart'
import { bareSurround } from '~~/core/surround'

/** A state of a component, live: made anew and brought there by its way. */
const { tag, face, state, theme, host } = defineProps<{
  tag: string
  face: Usage
  state: StateFound
  theme: string
  host: string
}>()
const store = useLibrary()
const { css } = storeToRefs(store)
const targetOf = useTargets()
const target = computed(() => targetOf(tag, face))
const surround = computed(() => bareSurround(theme))
const frame = useTemplateRef<{ replay(acts: Act[], quietly: boolean): void }>('frame')
const outcome = shallowRef<Outcome>()
// once it stands there; what is painted after that comes of the way itself
let isBegun = false
function begin() {
  if (isBegun || !state.way.length) return
  isBegun = true
  frame.value?.replay(plain(state.way), true)
}
</script>

<template>
  <div class="shown">
    <PreviewFrame
      v-if="target"
      ref="frame"
      :target
      :css
      :preview="store.library!.preview"
      :host
      :title="`${store.title(tag)}, ${state.title}`"
      :surround
      :tallest="84"
      @painted="begin"
      @replayed="(came) => (outcome = came)"
    />
    <p v-else class="small bad">Was never built.</p>
    <p v-if="outcome?.failed" class="small bad missed">Not there: {{ outcome.failed.why }}</p>
  </div>
</template>

<style scoped>
.shown {
  height: 96px;
  overflow: hidden;
  display: grid;
  align-items: center;
  pointer-events: none;
}
.missed {
  line-height: 15px;
}
</style>
