<script setup lang="ts">
import { codeFor, type CodeStyle } from '~~/core/code/frameworks'
import type { Usage } from '~~/core/code/usage'
import { memberKey, type Contract } from '~~/core/contract/contract'
import { bareSurround } from '~~/core/surround'
import { combinationKey, saySettings } from '~~/core/variants/combination'
import { arrangeAxis, arrangementKey, statusOfVariant } from '~~/core/variants/arrangement'
import { describeAxis, variantAxes } from '~~/core/variants/axis'
import { platedOf, platedTogether, type Plated } from '~~/core/variants/plate'
import { onlyNamedIn, type Variant } from '~~/core/contract/variant'
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
const store = useLibrary()
const { copy, copied } = useCopy()
const { named, never } = combinations
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
      isCode: true,
      groupOf: (variant: Variant | undefined) =>
        axis.groups.find(({ variants }) => variants[0] === variant)?.title,
      statusOf: (variant: Variant | undefined) => variant && statusOfVariant(axis, variant),
    })),
    ...(together.length
      ? [
          {
            name: 'Named variants',
            says: 'several values together',
            plated: together,
            isCode: false,
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
const keyOf = ({ variant, named }: Plated) =>
  variant ? memberKey(variant) : named ? combinationKey(named) : undefined
const rowStyle = (name: string, row: number) => {
  const { tops = [], height = 0 } = laid.get(name) ?? {}
  return {
    top: `${tops[row] ?? row * leastHigh}px`,
    minHeight: `${(tops[row + 1] ?? height) - (tops[row] ?? 0)}px`,
  }
}
/** Rows are as high as the longest words need: words and renderings stand beside each other. */
const leastHigh = 84
const shownCode = ref<string>()
const codeOf = ({ usage }: Plated) =>
  codeFor(codeStyle, {
    contract,
    usage,
    contractOf: (other) => store.find(other)?.contract,
    importFrom: store.importFrom,
  })
</script>

<template>
  <section v-if="axes.length || never.length" class="plates" aria-label="Variants">
    <h2>Variants</h2>
    <section v-for="axis in axes" :key="axis.name" class="axis" :aria-label="axis.name">
      <h3>
        <span :class="{ code: axis.isCode }">{{ axis.name }}</span>
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
          :least="leastHigh"
          @laid="laid.set(axis.name, $event)"
        />
        <ol class="rows">
          <li
            v-for="(shown, row) in axis.plated"
            :id="keyOf(shown)"
            :key="shown.title"
            :data-member="keyOf(shown)"
            :style="rowStyle(axis.name, row)"
          >
            <h4 v-if="axis.groupOf(shown.variant)">{{ axis.groupOf(shown.variant) }}</h4>
            <span class="name">
              <NuxtLink
                v-if="keyOf(shown)"
                class="title"
                :class="{ code: axis.isCode, struck: axis.statusOf(shown.variant)?.status === 'deprecated' }"
                :to="{ hash: `#${keyOf(shown)}`, query: $route.query }"
                >{{ shown.title }}</NuxtLink><span v-else class="code muted">{{ shown.title }}</span>
              <span v-if="shown.variant?.usual" class="small muted">default</span>
              <span v-if="shown.variant?.since" class="small muted">since {{ shown.variant.since }}</span>
              <button
                type="button"
                class="link small"
                :aria-expanded="shownCode === `${axis.name} ${shown.title}`"
                @click="
                  shownCode =
                    shownCode === `${axis.name} ${shown.title}` ? undefined : `${axis.name} ${shown.title}`
                "
              >
                Code
              </button>
              <NuxtLink
                class="link small"
                :to="{
                  path: `/${store.slug}/${contract.tag}`,
                  query: { show: JSON.stringify(shown.usage) },
                }"
                >On the bench</NuxtLink
              >
            </span>
            <span v-if="shown.named" class="code small muted">{{ saySettings(shown.named.settings) }}</span>
            <MemberWords
              v-if="keyOf(shown)"
              class="words"
              :tag="contract.tag"
              :member="keyOf(shown)!"
              :title="shown.named ? shown.title : `${axis.name} ${shown.title}`"
              :words="wordsFor(keyOf(shown)!)"
              :comment="shown.variant?.comment"
              @written="$emit('written', $event)"
            />
            <ValueStatus v-if="axis.statusOf(shown.variant)" :said="axis.statusOf(shown.variant)!" />
            <VariantLook
              v-if="shown.variant"
              :contract
              :variant="shown.variant"
              :usage="face"
              is-for-readers
            />
            <span v-if="shown.variant?.only" class="small bad">{{ onlyNamedIn[shown.variant.only] }}</span>
            <div v-if="shownCode === `${axis.name} ${shown.title}`" class="code-of">
              <pre tabindex="0" :aria-label="`Code of ${axis.name} ${shown.title}`">{{ codeOf(shown) }}</pre>
              <button type="button" class="link small" @click="copy(codeOf(shown))">
                {{ copied ? 'Copied' : 'Copy' }}
              </button>
            </div>
          </li>
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
h2 {
  border-bottom: 1px solid var(--rule);
  padding-bottom: 4px;
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
.rows li {
  position: absolute;
  inset-inline: 0;
  border-top: 1px solid var(--rule-soft);
  padding: 8px 0 0 20px;
  display: grid;
  gap: 4px;
  align-content: start;
  scroll-margin: 80px;
}
.rows li:target {
  background: var(--kelp-wash);
}
.name {
  display: flex;
  gap: 12px;
  align-items: baseline;
}
.name .title:hover {
  color: var(--kelp);
}
.words {
  max-width: 640px;
}
.struck {
  text-decoration: line-through;
}
.code-of {
  position: relative;
  z-index: 1;
  width: fit-content;
  max-width: 100%;
  border: 1px solid var(--rule);
  background: var(--sheet);
  padding: 8px 10px;
}
.code-of pre {
  overflow-x: auto;
}
@media (max-width: 800px) {
  .plate {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
  }
  .rows li {
    position: static;
    min-height: 0 !important;
  }
}
</style>
