<script setup lang="ts">
import { codeFor, type CodeStyle } from '~~/core/code/frameworks'
import type { Usage } from '~~/core/code/usage'
import { memberKey, type Contract } from '~~/core/contract/contract'
import { onlyNamedIn } from '~~/core/contract/variant'
import type { ValueStatus } from '~~/core/variants/arrangement'
import { combinationKey, saySettings } from '~~/core/variants/combination'
import type { Plated } from '~~/core/variants/plate'
import type { WordsView } from '~~/core/wire'

/** What a plate says of one thing it shows: its name, its words, and the code that has it. */
const { contract, face, shown, axis, codeStyle, wordsFor } = defineProps<{
  contract: Contract
  face: Usage
  shown: Plated
  /** The name of its axis. */
  axis: string
  group: string | undefined
  status: ValueStatus | undefined
  codeStyle: CodeStyle
  wordsFor: (key: string) => WordsView | undefined
}>()
const emit = defineEmits<{
  written: [words: WordsView]
  /** How much room all that is said of it takes, in pixels. */
  tall: [height: number]
}>()
const store = useLibrary()
const { copy, copied } = useCopy()
const isCode = computed(() => shown.named === undefined)
const key = computed(() =>
  shown.variant ? memberKey(shown.variant) : shown.named && combinationKey(shown.named),
)
const isCodeShown = ref(false)
const code = computed(() =>
  codeFor(codeStyle, {
    contract,
    usage: shown.usage,
    contractOf: (other) => store.find(other)?.contract,
    importFrom: store.importFrom,
  }),
)
const said = useTemplateRef<HTMLElement>('said')
const observer = new ResizeObserver(() => {
  if (said.value) emit('tall', said.value.offsetHeight)
})
onMounted(() => observer.observe(said.value!))
onUnmounted(() => observer.disconnect())
</script>

<template>
  <li :id="key" :data-member="key">
    <div ref="said" class="said">
      <h4 v-if="group">{{ group }}</h4>
      <span class="name">
        <NuxtLink
          v-if="key"
          class="title"
          :class="{ code: isCode, struck: status?.status === 'deprecated' }"
          :to="{ hash: `#${key}`, query: $route.query }"
          >{{ shown.title }}</NuxtLink><span v-else class="code muted">{{ shown.title }}</span>
        <span v-if="shown.variant?.usual" class="small muted">default</span>
        <span v-if="shown.variant?.since" class="small muted">since {{ shown.variant.since }}</span>
        <button
          type="button"
          class="link small"
          :aria-expanded="isCodeShown"
          @click="isCodeShown = !isCodeShown"
        >
          Code
        </button>
        <NuxtLink
          class="link small"
          :to="{ path: `/${store.slug}/${contract.tag}`, query: { show: JSON.stringify(shown.usage) } }"
          >On the bench</NuxtLink
        >
      </span>
      <span v-if="shown.named" class="code small muted">{{ saySettings(shown.named.settings) }}</span>
      <MemberWords
        v-if="key"
        class="words"
        :tag="contract.tag"
        :member="key"
        :title="shown.named ? shown.title : `${axis} ${shown.title}`"
        :words="wordsFor(key)"
        :comment="shown.variant?.comment"
        @written="$emit('written', $event)"
      />
      <ValueStatus v-if="status" :said="status" />
      <VariantLook v-if="shown.variant" :contract :variant="shown.variant" :usage="face" is-for-readers />
      <span v-if="shown.variant?.only" class="small bad">{{ onlyNamedIn[shown.variant.only] }}</span>
    </div>
    <div v-if="isCodeShown" class="code-of">
      <pre tabindex="0" :aria-label="`Code of ${axis} ${shown.title}`">{{ code }}</pre>
      <button type="button" class="link small" @click="copy(code)">
        {{ copied ? 'Copied' : 'Copy' }}
      </button>
    </div>
  </li>
</template>

<style scoped>
li {
  border-top: 1px solid var(--rule-soft);
  padding-inline-start: 20px;
  scroll-margin: 80px;
}
li:target {
  background: var(--kelp-wash);
}
.said {
  display: grid;
  gap: 4px;
  align-content: start;
  padding-block: 8px 14px;
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
/* over the next: rows stay as high as their words */
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
</style>
