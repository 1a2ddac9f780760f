<script setup lang="ts">
import { providerScript } from '~~/core/code/remedy'
import { forFrame, modulesFor } from '~~/core/code/showing'
import { exampleScope, libraryScope, noProvisions, providedFor, sayProvisions } from '~~/core/provisions'
import { plainSurround } from '~~/core/surround'
import { examplesSchema, type ExampleView } from '~~/core/wire'

/**
 * What is wrapped around components while they are looked at: for all of the library, for one, or for one
 * example.
 */
const store = useLibrary()
const route = useRoute()
useHead({ title: () => `Provisions · ${store.library?.title} · Kept Shelf` })
const of = useAddressChoice('of', libraryScope)
const example = useAddressChoice('example', '')
const examples = ref<ExampleView[]>([])
const standing = computed(() => store.find(of.value))
watch(
  of,
  async () => {
    examples.value = []
    if (standing.value)
      examples.value = await ask(
        examplesSchema,
        `/libraries/${store.slug}/components/${of.value}/examples`,
      ).catch(() => [])
  },
  { immediate: true },
)
const scope = computed(() => (standing.value && example.value ? exampleScope(example.value) : of.value))
const { kept, draft, wrong, problems, tried, isChanged, busy, begin, keep } = useProvisionsDraft(scope)
// a remedy leads here with a provider of the library: a draft that puts it around everything
onMounted(() => {
  const provider = route.query.draft
  if (typeof provider === 'string' && store.find(provider) && !draft.value.script.trim())
    draft.value.script = providerScript(provider)
})
const saveByKey = () => {
  if (store.may.write && isChanged.value && !busy.value && wrong.value.length === 0) void keep(draft.value)
}
const fields = [
  {
    key: 'styles',
    ending: 'css',
    title: 'Styles',
    note: 'for the page the component stands in: fonts, resets, custom properties',
  },
  { key: 'around', ending: 'html', title: 'Markup around it', note: 'with <slot></slot> where it stands' },
  {
    key: 'script',
    ending: 'js',
    title: 'Script',
    note:
      'a module; its default export is called with the data before anything is shown, and ' +
      'what it returns when it ends; `app(app, data)` gets the app of a Vue component, ' +
      '`wrap(element, { createElement, componentOf }, data)` a function component, to put it into a provider',
  },
  { key: 'data', ending: 'json', title: 'Data', note: 'JSON, given to the script' },
] as const
const scopes = computed(() => [
  { value: libraryScope, title: 'all of the library' },
  ...store.standing.map((component) => ({
    value: component.tag,
    title: store.title(component.tag),
    ...(store.library?.provisions.some((provision) => provision.scope === component.tag)
      ? { note: 'has some' }
      : {}),
  })),
])

const looked = computed(() => standing.value ?? store.standing[0])
const { faceOf } = useFirstShowing()
const shown = computed(
  () =>
    examples.value.find((candidate) => candidate.id === example.value)?.usage ??
    (looked.value ? faceOf(looked.value) : { props: {}, slots: {} }),
)
/** What the frame gets around it, with the draft in its place. */
const provisions = computed(() => {
  const now = tried.value
  if (!now || !looked.value) return undefined
  const others = (store.library?.provisions ?? []).filter((saved) => saved.scope !== now.scope)
  return providedFor([...others, now], looked.value.tag, example.value || undefined, store.modulesBuilt)
})
const target = computed(() => {
  const modules = looked.value && modulesFor(looked.value.tag, shown.value, store.moduleOf)
  return looked.value && modules
    ? {
        tag: looked.value.tag,
        modules,
        usage: forFrame(shown.value, (tag) => store.find(tag)?.contract, looked.value.tag),
        listen: [],
      }
    : undefined
})
const failure = ref<{ text: string; provided: boolean }>()
// what failed stands until the frame is given something else: the library may be loaded anew with the same
watch(
  () => {
    const given = looked.value ? store.providedFor(looked.value.tag, example.value || undefined) : []
    return JSON.stringify([provisions.value ?? given, target.value])
  },
  () => {
    failure.value = undefined
  },
)
</script>

<template>
  <main class="provisions">
    <p class="sentence">
      Around
      <Choice
        v-model="of"
        label="Provisions of"
        :options="scopes"
        @update:model-value="example = ''"
      /><template v-if="standing && examples.length"
        >, for
        <Choice
          v-model="example"
          label="Example"
          :options="[
            { value: '', title: 'every example' },
            ...examples.map((example) => ({ value: example.id, title: example.name })),
          ]" /></template
      >, while it is looked at: {{ kept ? sayProvisions(kept) : 'nothing yet' }}.
    </p>
    <div class="two">
      <form class="fields" @submit.prevent="keep(draft)">
        <div v-for="field in fields" :key="field.key" class="part">
          <span>{{ field.title }}</span>{{ ' ' }}
          <span class="small muted">{{ field.note }}</span>
          <CodeEditor
            v-model="draft[field.key]"
            :path="`provisions.${field.ending}`"
            :label="field.title"
            :editable="store.may.write"
            class="text"
            :class="field.key"
            @keep="saveByKey"
          />
        </div>
        <ProblemList v-if="wrong.length && isChanged" :problems="wrong" />
        <ProblemList v-if="problems.length" :problems />
        <p v-if="store.may.write" class="acts">
          <button class="act main" :disabled="busy || !isChanged || wrong.length > 0">Save</button>{{ ' ' }}
          <button v-if="isChanged" type="button" class="act" @click="begin">Discard the change</button
          >{{ ' ' }}
          <button
            v-if="kept && !isChanged"
            type="button"
            class="act"
            :disabled="busy"
            @click="keep({ ...noProvisions })"
          >
            Provide nothing
          </button>
        </p>
      </form>
      <section class="side" aria-label="With what is provided">
        <div class="ground">
          <PreviewFrame
            v-if="target"
            :key="`${target.tag} ${scope}`"
            :target
            :css="store.css"
            :preview="store.library!.preview"
            :title="`${store.title(target.tag)}, with what is provided`"
            :surround="plainSurround(store.baseTheme)"
            :example="example || undefined"
            :provisions
            @failed="
              failure =
                failure?.provided && $event.phase !== 'provide'
                  ? failure
                  : { text: $event.text, provided: $event.phase === 'provide' }
            "
            @restarted="failure = undefined"
          />
        </div>
        <p v-if="failure" class="small bad" role="alert">
          {{
            failure.provided
              ? 'What is provided failed, not the component: '
              : `${looked ? store.title(looked.tag) : 'The component'} failed, not what is provided: `
          }}<span class="code">{{ failure.text }}</span>
        </p>
        <p class="small muted">
          {{
            looked
              ? `${store.title(looked.tag)}, ${tried ? 'with what is written here, not saved yet' : 'as it is provided for'}.`
              : 'There is nothing on the shelf yet.'
          }}
          Themes and tokens come first, then these, the library’s outermost.
        </p>
      </section>
    </div>
    <p v-if="route.query.of && !standing && of !== libraryScope" class="told bad">
      There is no {{ of }} on this shelf.
    </p>
  </main>
</template>

<style scoped>
.sentence {
  padding: 14px 24px 10px;
  border-bottom: 1px solid var(--rule);
}
.told {
  padding: 8px 24px;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
}
.fields {
  padding: 14px 24px 32px;
  display: grid;
  gap: 14px;
  border-right: 1px solid var(--rule);
}
.part {
  display: grid;
  gap: 2px;
}
.text {
  min-height: 84px;
  background: var(--sheet);
  resize: vertical;
}
.text.script {
  min-height: 180px;
}
.side {
  padding-bottom: 24px;
}
.ground {
  height: 360px;
  background: var(--sheet);
  border-bottom: 1px solid var(--rule);
}
.side p {
  padding: 8px 24px 0;
}
@media (max-width: 800px) {
  .two {
    grid-template-columns: 1fr;
  }
}
</style>
