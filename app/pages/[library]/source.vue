<script setup lang="ts">
import { sourceListSchema } from '~~/core/wire'
import type { Problem } from '~~/core/problem'
import { assetType } from '~~/core/read/source/assets'

/** The library's source: to read, and to write with what it comes to beside it. */
const store = useLibrary()
const route = useRoute()
const router = useRouter()
const { say } = useSay()
const query = (name: string) =>
  typeof route.query[name] === 'string' ? (route.query[name] as string) : undefined
const path = computed(() => query('path'))
useHead({ title: () => `${path.value ?? 'Source'} · ${store.library?.title} · Kept Shelf` })
const line = computed(() => Number(query('line')) || 0)
const of = computed(() => {
  const tag = query('of')
  return tag === undefined ? undefined : store.find(tag)
})
const paths = ref<string[]>([])
const siblings = computed(() => (of.value?.contract.files ?? []).map((value) => ({ value, title: value })))
const chosenPath = computed({
  get: () => path.value ?? '',
  set: (value) => void router.push({ query: { ...route.query, path: value, line: undefined } }),
})

const { kept, text, from, problems: textProblems, isChanged, whenAnew, discard } = useSourceText(path)
const {
  tried,
  isTrying,
  problems: triedProblems,
  forget,
} = useTriedSource(
  path,
  text,
  isChanged,
  computed(() => of.value?.tag),
)
const listProblems = ref<Problem[]>([])
const problems = computed(() => [...textProblems.value, ...triedProblems.value, ...listProblems.value])
const conflict = ref<Problem[]>([])
whenAnew(() => {
  conflict.value = []
  forget()
})

watch(
  () => store.library?.revision?.number,
  async () => {
    try {
      paths.value = (await ask(sourceListSchema, `/libraries/${store.slug}/source`)).paths
      listProblems.value = []
    } catch (error) {
      listProblems.value = problemsOf(error)
    }
  },
  { immediate: true },
)
const wrong = computed(() => (isChanged.value ? (tried.value?.problems ?? []) : []))
/** The component the file is of: the one it was opened for, or the first that stands in it. */
const shownTag = computed(
  () =>
    tried.value?.shown?.contract.tag ??
    of.value?.tag ??
    store.standing.find((component) => component.contract.files[0] === path.value)?.tag ??
    store.standing.find((component) => path.value && component.contract.files.includes(path.value))?.tag,
)
const { job, problems: jobProblems, going, follow } = useJob()
const keeping = ref(false)
async function keep(over = false) {
  if (!isChanged.value || !path.value || keeping.value || going.value) return
  keeping.value = true
  conflict.value = []
  try {
    const base = over ? (store.library?.revision?.number ?? from.value) : from.value
    const file = { path: path.value, text: text.value }
    follow(await saveSource(store.slug, [file], base, `${path.value} written here`))
  } catch (error) {
    conflict.value = problemsOf(error)
  } finally {
    keeping.value = false
  }
}
watch(
  () => job.value?.state,
  async (state) => {
    if (state !== 'done' || !job.value) return
    const { id, result } = job.value
    if (result?.revision) from.value = result.revision
    await store.load()
    say(`Saved as revision ${result?.revision}.`, {
      title: 'What it changed',
      run: () => void navigateTo(`/${store.slug}/bring-in/${id}`),
    })
  },
)
const told = computed(() => [
  ...problems.value,
  ...conflict.value,
  ...jobProblems.value,
  ...(job.value?.state === 'failed' ? (job.value.result?.problems ?? []) : []),
])
const meanwhile = computed(() => conflict.value.some((entry) => entry.code === 'changed-meanwhile'))
useKeys([
  { keys: 'Ctrl s', does: 'save what is written, as a revision', run: () => void keep() },
  { keys: 'Ctrl f', does: 'find in the text' },
  { keys: 'Escape', does: 'then Tab: leave the text' },
  {
    keys: 'n',
    does: 'begin a component',
    run: () => {
      if (store.may.write) void navigateTo(`/${store.slug}/begin`)
    },
  },
])
</script>

<template>
  <main class="source" :class="{ list: !path }">
    <ComponentHead v-if="of" :standing="of" view="source" />
    <div class="lead">
      <p v-if="path" class="sentence">
        <template v-if="of && siblings.length > 1"
          >Source in <Choice v-model="chosenPath" label="File" :options="siblings" />, one of
          {{ siblings.length }} files of {{ store.title(of.tag) }}</template
        >
        <template v-else
          >Source in <b class="code">{{ path }}</b></template
        >, as of revision {{ kept?.revision ?? '…' }}.
        <NuxtLink class="link small" :to="{ query: {} }">All files</NuxtLink>
      </p>
      <div v-else>
        <h1>Source</h1>
        <p class="sentence">
          {{
            store.library?.revision
              ? `Revision ${store.library.revision.number}, ${ago(store.library.revision.made_at)}${store.library.revision.note ? `: ${store.library.revision.note}` : ''}.`
              : 'Nothing has been brought in yet.'
          }}
        </p>
      </div>
      <div class="acts">
        <template v-if="path && store.may.write && kept">
          <span class="small" :class="wrong.length ? 'bad' : 'muted'" role="status">{{
            going
              ? `${job?.step || 'Saving'} …`
              : isTrying
                ? 'Reading it …'
                : !isChanged
                  ? ''
                  : !tried
                    ? 'Not saved yet'
                    : wrong.length
                      ? plural(wrong.length, 'thing') + ' wrong'
                      : 'It reads and builds; not saved yet'
          }}</span>
          <button type="button" class="act" :disabled="!isChanged" @click="discard">
            Discard the change
          </button>
          <button type="button" class="act main" :disabled="!isChanged || keeping || going" @click="keep()">
            Save as a revision
          </button>
        </template>
        <template v-else-if="store.may.write && !path">
          <NuxtLink class="act" :to="`/${store.slug}/bring-in`">Bring in source</NuxtLink>{{ ' ' }}
          <NuxtLink class="act main" :to="`/${store.slug}/begin`">Begin a component</NuxtLink>
        </template>
      </div>
    </div>

    <template v-if="path">
      <div v-if="told.length" class="told">
        <ProblemList :problems="told" />
        <template v-if="meanwhile"
          ><button type="button" class="act" @click="discard">Take what is there now</button>{{ ' ' }}
          <button type="button" class="act" @click="keep(true)">Save mine over it</button></template
        >
      </div>
      <div v-if="kept" class="two" :class="{ alone: !shownTag }">
        <section class="text" aria-label="Text">
          <AssetPicture v-if="assetType(kept.path)" :path="kept.path" :address="kept.text" />
          <CodeEditor
            v-else
            v-model="text"
            class="code-place"
            :path="kept.path"
            :editable="store.may.write"
            :problems="wrong"
            :line
            @keep="keep()"
            @line="(at) => changeAddress(router, { line: String(at) })"
          />
          <div v-if="wrong.length" class="wrong"><ProblemList :problems="wrong" :library="store.slug" /></div>
        </section>
        <TriedSource v-if="shownTag" :tag="shownTag" :path :tried :is-changed :is-trying :wrong />
      </div>
      <p v-else-if="problems.length" class="missing">
        <NuxtLink class="act" :to="{ query: {} }">All files</NuxtLink>
      </p>
    </template>

    <template v-else>
      <ProblemList :problems />
      <FileList v-if="paths.length" :paths />
      <p v-else class="files muted">
        A folder is enough: scripts, styles, <code>package.json</code> and <code>LICENSE</code>. Or begin a
        component here.
      </p>
    </template>
  </main>
</template>

<style scoped>
.source {
  display: flex;
  flex-direction: column;
  height: calc(100vh - var(--above, 44px));
  min-height: 520px;
}
.source.list {
  height: auto;
}
.lead {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 6px 24px;
  padding: 10px 24px;
  border-bottom: 1px solid var(--rule);
}
.acts {
  display: flex;
  align-items: center;
  gap: 10px;
  margin-left: auto;
}
.told {
  padding: 4px 24px 8px;
  border-bottom: 1px solid var(--rule);
  background: var(--sheet);
  max-height: 160px;
  overflow: auto;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 440px;
  grid-template-rows: minmax(0, 1fr);
  flex: 1;
  min-height: 0;
}
.two.alone {
  grid-template-columns: minmax(0, 1fr);
}
.text {
  display: flex;
  flex-direction: column;
  min-width: 0;
  min-height: 0;
}
.code-place {
  flex: 1;
  border-width: 0 0 0 0;
}
.wrong {
  border-top: 1px solid var(--rust);
  background: var(--rust-wash);
  padding: 2px 24px;
  max-height: 130px;
  overflow: auto;
  flex: none;
}
.files {
  padding: 14px 24px 48px;
  display: grid;
  gap: 20px;
}
.missing {
  padding: 16px 24px;
}
@media (max-width: 900px) {
  .source {
    height: auto;
  }
  .two {
    grid-template-columns: 1fr;
    grid-template-rows: none;
  }
  .code-place {
    height: 60vh;
    flex: none;
  }
}
</style>
