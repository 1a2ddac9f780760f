<script setup lang="ts">
import type { CodeStyle } from '~~/core/code/frameworks'
import type { Usage } from '~~/core/code/usage'
import type { Contract } from '~~/core/contract/contract'
import { bareSurround } from '~~/core/surround'
import { saySettings } from '~~/core/variants/combination'
import { arrangeAxis, arrangementKey, statusOfVariant } from '~~/core/variants/arrangement'
import { describeAxis, variantAxes } from '~~/core/variants/axis'
import { platedOf, platedTogether } from '~~/core/variants/plate'
import type { Variant } from '~~/core/contract/variant'
import type { WordsView } from '~~/core/wire'

/** Every variant of a component, live: its name, its words, and the code that has it. */
const { contract, face, theme, codeStyle, host, wordsFor, combinations } = defineProps<{
  contract: Contract
  face: Usage
  theme: string
  codeStyle: CodeStyle
  host: string
  wordsFor: (key: string) => WordsView | undefined
  combinations: ReturnType<typeof useCombinations>
}>()
defineEmits<{ written: [words: WordsView] }>()
const { named, never } = combinations
const togetherTitle = 'Named variants'
const arranged = computed(() =>
  variantAxes(contract).map((axis) => arrangeAxis(axis, wordsFor(arrangementKey(axis.name))?.text)),
)
const axes = computed(() => {
  const together = platedTogether(contract, face, named.value)
  return [
    ...arranged.value.map((axis) => ({
      name: axis.name,
      says: describeAxis(axis),
      plated: platedOf(axis, face),
      groupOf: (variant: Variant | undefined) =>
        axis.groups.find(({ variants }) => variants[0] === variant)?.title,
      statusOf: (variant: Variant | undefined) => variant && statusOfVariant(axis, variant),
    })),
    ...(together.length
      ? [
          {
            name: togetherTitle,
            says: 'several values together',
            plated: together,
            groupOf: () => undefined,
            statusOf: () => undefined,
          },
        ]
      : []),
  ]
})
/** Pixels of a rendering: what is at the sides of the page is left where the window is narrow. */
const width = ref(0)
const measure = () => {
  width.value = Math.min(420, window.innerWidth - 50)
}
measure()
onMounted(() => window.addEventListener('resize', measure))
onUnmounted(() => window.removeEventListener('resize', measure))
const surround = computed(() => bareSurround(theme))
const laid = reactive(new Map<string, { tops: number[]; height: number }>())
const rowStyle = (name: string, row: number) => {
  const { tops = [], height = 0 } = laid.get(name) ?? {}
  return {
    top: `${tops[row] ?? row * leastHigh}px`,
    minHeight: `${(tops[row + 1] ?? height) - (tops[row] ?? 0)}px`,
  }
}
/** Rows are as high as the longest words need: words and renderings stand beside each other. */
const leastHigh = 84
const heights = reactive(new Map<string, number>())
const leastOf = (axis: string, rows: number) =>
  Math.max(leastHigh, ...Array.from({ length: rows }, (_row, row) => heights.get(`${axis} ${row}`) ?? 0))
</script>

<template>
  <section v-if="axes.length || never.length" class="plates" aria-label="Variants">
    <h2 class="ruled">Variants</h2>
    <section v-for="axis in axes" :key="axis.name" class="axis" :aria-label="axis.name">
      <h3>
        <span :class="{ code: axis.name !== togetherTitle }">{{ axis.name }}</span>
        <span class="small muted">{{ axis.says }}</span>
      </h3>
      <div class="plate">
        <AxisFrame
          :name="axis.name"
          :plated="axis.plated"
          :tag="contract.tag"
          :surround
          :columns="1"
          :width
          :host
          :least="leastOf(axis.name, axis.plated.length)"
          @laid="laid.set(axis.name, $event)"
        />
        <ol class="rows">
          <PlateRow
            v-for="(shown, row) in axis.plated"
            :key="shown.title"
            :style="rowStyle(axis.name, row)"
            :contract
            :face
            :shown
            :axis="axis.name"
            :group="axis.groupOf(shown.variant)"
            :status="axis.statusOf(shown.variant)"
            :code-style
            :words-for
            @written="$emit('written', $event)"
            @tall="heights.set(`${axis.name} ${row}`, $event)"
          />
        </ol>
      </div>
    </section>
    <section v-if="never.length" aria-label="Never together">
      <h3>Never together</h3>
      <ul class="never">
        <li v-for="combination in never" :key="combination.id">
          <span class="code">{{ saySettings(combination.settings) }}</span>: {{ combination.reason }}
        </li>
      </ul>
    </section>
  </section>
</template>

<style scoped>
.never {
  margin: 4px 0 0;
  padding-inline-start: 18px;
  max-width: 720px;
}
.plates {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
}
h3 {
  display: flex;
  gap: 8px;
  align-items: baseline;
}
.plate {
  display: flex;
  align-items: flex-start;
  overflow-x: auto;
}
.rows {
  position: relative;
  flex: 1;
  min-width: 260px;
  margin: 0;
  padding: 0;
  list-style: none;
  align-self: stretch;
}
.rows > * {
  position: absolute;
  inset-inline: 0;
}
@media (max-width: 800px) {
  .plate {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
  }
  .rows > * {
    position: static;
    min-height: 0 !important;
  }
}
</style>
