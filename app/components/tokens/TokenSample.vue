<script setup lang="ts">
import type { CubicBezierValue } from '~~/core/tokens/cubic-bezier'
import type { Resolved } from '~~/core/tokens/resolve'

/** What a token is, as it looks: a colour, a length, a line, a shadow, a face, how long something takes. */
const { token } = defineProps<{ token: Pick<Resolved, 'type' | 'css' | 'value' | 'own'> }>()

/** A face is shown by two letters; what of a font is not said stays as the page has it. */
const letters = computed(() => {
  const { type, css, own } = token
  if (type === 'fontFamily') return { fontFamily: css }
  if (type === 'fontWeight') return { fontWeight: css }
  return type === 'typography'
    ? { fontFamily: own['font-family'], fontWeight: own['font-weight'] }
    : undefined
})
const box = computed(() => {
  const { type, css } = token
  if (type === 'color') return { background: css }
  if (type === 'gradient') return { background: `linear-gradient(to right, ${css})` }
  if (type === 'shadow') return { boxShadow: css, background: 'var(--sheet)' }
  return type === 'border' ? { border: css } : undefined
})
const line = computed(() => {
  const { type, css } = token
  if (type === 'dimension') return { width: css, borderTop: '6px solid var(--ink)' }
  return type === 'strokeStyle' ? { width: '26px', borderTop: `3px ${css} var(--ink)` } : undefined
})
/** What takes time moves while it is pointed at. */
const moves = computed(() => {
  const { type, css, own } = token
  if (type === 'duration') return { transitionDuration: css }
  if (type !== 'transition') return undefined
  return {
    transitionDuration: own.duration,
    transitionDelay: own.delay,
    transitionTimingFunction: own['timing-function'],
  }
})
const [wide, high] = [26, 14]
const curve = computed(() => {
  if (token.type !== 'cubicBezier') return undefined
  const [x1, y1, x2, y2] = token.value as CubicBezierValue
  const at = (x: number, y: number) => `${x * wide} ${high - y * high}`
  return `M0 ${high} C ${at(x1, y1)}, ${at(x2, y2)}, ${wide} 0`
})
</script>

<template>
  <span v-if="box" class="box" :style="box" aria-hidden="true" />
  <span v-else-if="letters" class="letters" :style="letters" aria-hidden="true" />
  <span v-else-if="line" class="length" aria-hidden="true"><span :style="line" /></span>
  <span v-else-if="moves" class="way" aria-hidden="true"><span :style="moves" /></span>
  <svg v-else-if="curve" :width="wide" :height="high" aria-hidden="true"><path :d="curve" /></svg>
</template>

<style scoped>
.box {
  width: 26px;
  height: 14px;
  flex: none;
  outline: 1px solid var(--rule);
}
.letters {
  flex: none;
  width: 26px;
  font-size: 14px;
  line-height: 14px;
}
/* a picture of the face, which is no part of what the cell says */
.letters::before {
  content: 'Ag';
}
.length {
  flex: none;
  width: 26px;
  overflow: hidden;
}
.length span {
  display: block;
}
.way {
  flex: none;
  width: 26px;
  height: 6px;
  background: var(--rule-soft);
}
.way span {
  display: block;
  width: 6px;
  height: 6px;
  background: var(--ink);
  transition-property: translate;
}
:hover > .way span,
:focus-visible > .way span {
  translate: 20px 0;
}
svg {
  flex: none;
  overflow: visible;
}
path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}
</style>
