<script setup lang="ts">
import type { Act, Outcome } from '~~/core/acts/act'
import { codeFor, type CodeStyle } from '~~/core/code/frameworks'
import { bareSurround, type Surround } from '~~/core/surround'

/** An example, live in its own surround, with the code for it. */
const {
  of: example,
  tag,
  theme,
  codeStyle,
  host,
  open = false,
} = defineProps<{
  of: ReadableExample
  tag: string
  theme: string
  codeStyle: CodeStyle
  host: string
  /** Its code stands there from the beginning. */ open?: boolean
}>()
const store = useLibrary()
const { copy, copied } = useCopy()
const { css } = storeToRefs(store)
const contractOf = (other: string) => store.find(other)?.contract
const contract = computed(() => contractOf(tag))
const targetOf = useTargets()
const target = computed(() => targetOf(tag, example.usage))
/** Its surround as far as that is about the component and not about the page. */
const around = computed<Surround>(() => {
  if (!example.surround) return bareSurround(theme)
  const { direction, language, text, motion, colours, held, on, width } = example.surround
  return { ...bareSurround(theme), direction, language, text, motion, colours, held, on, width }
})
const code = computed(() =>
  contract.value
    ? codeFor(codeStyle, {
        contract: contract.value,
        usage: example.usage,
        contractOf,
        importFrom: store.importFrom,
      })
    : '',
)
const bench = computed(() => ({
  path: `/${store.slug}/${tag}`,
  query: example.id
    ? { example: example.id }
    : { show: JSON.stringify(example.usage), theme: theme === store.baseTheme ? undefined : theme },
}))
const shown = ref(open)
const frame = useTemplateRef<{ replay(acts: Act[], quietly?: boolean): void }>('frame')
const outcome = shallowRef<Outcome>()
// once it stands there it is brought into its state; what is painted after that comes of the way itself
let isBegun = false
function begin() {
  if (isBegun || !example.acts?.length) return
  isBegun = true
  frame.value?.replay(plain(example.acts), true)
}
</script>

<template>
  <article :id="example.anchor" class="example" :aria-label="example.name">
    <div class="show">
      <PreviewFrame
        v-if="target"
        ref="frame"
        :target
        :css
        :preview="store.library!.preview"
        :host
        :title="`${store.title(tag)}, ${example.name}`"
        :surround="around"
        :tallest="open ? 220 : 150"
        :example="example.id"
        @painted="begin"
        @replayed="(came) => (outcome = came)"
      />
      <p v-else class="small bad">Was never built.</p>
    </div>
    <div class="said">
      <NuxtLink class="code name" :to="{ hash: `#${example.anchor}`, query: $route.query }">{{
        example.name
      }}</NuxtLink>
      <slot name="of" />
      <button v-if="!open" type="button" class="link small" :aria-expanded="shown" @click="shown = !shown">
        Code
      </button>
      <NuxtLink class="link small" :to="bench">On the bench</NuxtLink>
      <slot name="acts" />
    </div>
    <p v-if="example.notes" class="small muted noted">{{ example.notes }}</p>
    <ExampleWay
      v-if="example.acts?.length"
      :acts="example.acts"
      :outcome
      @go="frame?.replay(plain(example.acts))"
    />
    <div v-if="shown" class="code-of">
      <pre tabindex="0" :aria-label="`Code of ${example.name}`">{{ code }}</pre>
      <button type="button" class="link small" @click="copy(code)">{{ copied ? 'Copied' : 'Copy' }}</button>
    </div>
  </article>
</template>

<style scoped>
.example {
  min-width: 180px;
  max-width: 100%;
  display: grid;
  gap: 6px;
  scroll-margin: 80px;
  align-content: end;
}
.example:target .said {
  background: var(--kelp-wash);
}
.show {
  min-height: 48px;
  display: flex;
  align-items: flex-end;
  max-width: 420px;
  overflow: hidden;
}
.said {
  display: flex;
  gap: 12px;
  align-items: baseline;
  border-top: 1.5px solid var(--ink);
  padding-top: 4px;
}
.name:hover {
  color: var(--kelp);
}
.noted {
  max-width: 420px;
}
.code-of {
  border: 1px solid var(--rule);
  background: var(--sheet);
  padding: 8px 10px;
  max-width: 600px;
}
.code-of pre {
  overflow-x: auto;
}
</style>
