<script setup lang="ts">
import { bareSurround } from '~~/core/surround'
import { firstExamples } from '~~/core/code/examples'
import { forFrame, modulesFor } from '~~/core/code/showing'
import { examplesSchema, type ExampleView } from '~~/core/wire'

/** Words in Markdown, with the examples they name shown live. */
const { text, tag } = defineProps<{ text: string; tag: string }>()
const store = useLibrary()
const parts = computed(() => wordsParts(text))
const named = computed(() => parts.value.some((part) => part.is === 'example'))
const kept = ref<ExampleView[]>()
watch(
  [named, () => tag],
  async () => {
    if (!named.value) return
    kept.value = await ask(examplesSchema, `/libraries/${store.slug}/components/${tag}/examples`).catch(
      () => [],
    )
  },
  { immediate: true },
)
const { faceOf } = useFirstShowing()
const contract = computed(() => store.find(tag)?.contract)
/** All examples there are: those somebody kept, and those the contract gives. */
const examples = computed(() =>
  contract.value && kept.value
    ? [...kept.value, ...firstExamples(contract.value, store.title(tag), faceOf(store.find(tag)!))]
    : [],
)
const host = frameName()
function shown(name: string) {
  const found = examples.value.find((example) => example.name.toLowerCase() === name.toLowerCase())
  const modules = found && modulesFor(tag, found.usage, store.moduleOf)
  return (
    found && {
      name: found.name,
      usage: found.usage,
      target: modules && {
        tag,
        modules,
        usage: forFrame(found.usage, (other) => store.find(other)?.contract, tag),
        listen: [],
      },
    }
  )
}
</script>

<template>
  <div class="markdown">
    <template v-for="(part, i) in parts" :key="i">
      <!-- eslint-disable-next-line vue/no-v-html -- cleaned by renderMarkdown -->
      <div v-if="part.is === 'markdown'" v-html="renderMarkdown(part.text)" />
      <figure v-else-if="kept">
        <template v-if="shown(part.name)">
          <PreviewFrame
            v-if="shown(part.name)!.target"
            class="live"
            :target="shown(part.name)!.target"
            :css="store.css"
            :preview="store.library!.preview"
            :host
            :title="`${store.title(tag)}: ${part.name}`"
            :surround="bareSurround(store.baseTheme)"
            :tallest="160"
          />
          <figcaption class="small">
            <NuxtLink
              class="link"
              :to="{
                path: `/${store.slug}/${tag}`,
                query: { show: JSON.stringify(shown(part.name)!.usage) },
              }"
              >{{ part.name }}</NuxtLink
            >
          </figcaption>
        </template>
        <figcaption v-else class="small bad">
          There is no example called “{{ part.name }}”.
          <template v-if="examples.length"
            >There are
            {{
              examples
                .slice(0, 5)
                .map((item) => item.name)
                .join(', ')
            }}{{ examples.length > 5 ? ' and others' : '' }}.</template
          >
        </figcaption>
      </figure>
    </template>
  </div>
</template>

<style scoped>
figure {
  margin: 6px 0;
}
figcaption {
  margin-top: 2px;
}
.live {
  overflow: hidden;
  max-width: 100%;
}
</style>
