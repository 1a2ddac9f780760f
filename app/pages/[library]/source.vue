<script setup lang="ts">
import { begunSchema, sourceFileSchema, sourceListSchema } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

/** The library's source: to read, to mend, and where more of it is brought in. */
const store = useLibrary()
const route = useRoute()
useHead({ title: () => `Source · ${store.library?.title} · Kept Shelf` })
const paths = ref<string[]>([])
const text = ref('')
const draft = ref<string>()
const problems = ref<Problem[]>([])
const aside = ref<Problem[]>([])
const path = computed(() => (typeof route.query.path === 'string' ? route.query.path : undefined))
const line = computed(() => Number(route.query.line) || 0)
const of = computed(() => (typeof route.query.of === 'string' ? store.find(route.query.of) : undefined))
const shownPaths = computed(() => of.value?.contract.files ?? paths.value)
const lines = computed(() => text.value.split('\n'))

watch(() => store.library?.revision?.number, async () => {
  try {
    paths.value = (await ask(sourceListSchema, `/libraries/${store.slug}/source`)).paths
  } catch (error) { problems.value = problemsOf(error) }
}, { immediate: true })
watch([path, () => store.library?.revision?.number], async () => {
  if (!path.value) return
  try {
    text.value = (await ask(sourceFileSchema, `/libraries/${store.slug}/source?${new URLSearchParams({ path: path.value })}`)).text
    problems.value = []
    await nextTick()
    document.getElementById(`L${line.value}`)?.scrollIntoView({ block: 'center' })
  } catch (error) {
    text.value = ''
    problems.value = problemsOf(error)
  }
}, { immediate: true })
watch(path, () => { draft.value = undefined })

async function bringIn(files: { path: string; content: Blob }[], note: string, removed: string[] = []) {
  const form = new FormData()
  form.set('note', note)
  for (const one of files) form.append('file', one.content, one.path)
  for (const one of removed) form.append('remove', one)
  aside.value = []
  try {
    const { job } = await ask(begunSchema, `/libraries/${store.slug}/source`, { method: 'POST', form })
    draft.value = undefined
    await navigateTo(`/${store.slug}/bring-in/${job}`)
  } catch (error) {
    aside.value = problemsOf(error)
  }
}
const keep = () => { if (path.value && draft.value !== undefined) void bringIn([{ path: path.value, content: new Blob([draft.value]) }], `${path.value} mended here`) }
</script>

<template>
  <main class="source">
    <ComponentHead v-if="of" :standing="of" view="source" />
    <div v-else class="lead">
      <h1>Source</h1>
      <p class="sentence">{{ store.library?.revision ? `Revision ${store.library.revision.number}, ${ago(store.library.revision.made_at)}${store.library.revision.note ? `: ${store.library.revision.note}` : ''}.` : 'Nothing has been brought in yet.' }}</p>
    </div>
    <div class="two">
      <nav aria-label="Files">
        <p v-if="store.may.write" class="bring"><NuxtLink class="act" :to="`/${store.slug}/bring-in`">Bring in source</NuxtLink></p>
        <ProblemList :problems="aside" />
        <p v-if="of" class="small muted">Files of {{ store.title(of.tag) }} · <NuxtLink class="link" :to="{ query: { path } }">all files</NuxtLink></p>
        <NuxtLink v-for="one in shownPaths" :key="one" class="file code" :class="{ on: one === path }" :aria-current="one === path ? 'page' : undefined" :to="{ query: { ...$route.query, path: one, line: undefined } }">{{ one }}</NuxtLink>
      </nav>
      <section v-if="path" aria-label="File">
        <ProblemList :problems />
        <div class="file-head"><b class="code">{{ path }}</b>
          <template v-if="store.may.write && text">
            <button v-if="draft === undefined" type="button" class="link" @click="draft = text">Mend it here</button>
            <template v-else><button type="button" class="act main" :disabled="draft === text" @click="keep">Keep and read again</button> <button type="button" class="act" @click="draft = undefined">Leave it as it was</button></template>
          </template>
        </div>
        <textarea v-if="draft !== undefined" v-model="draft" class="field code" :aria-label="`Text of ${path}`" spellcheck="false" @keydown.ctrl.enter.prevent="keep" />
        <pre v-else tabindex="0" :aria-label="path"><a v-for="(one, i) in lines" :id="`L${i + 1}`" :key="i" :class="{ at: i + 1 === line }" class="line"><NuxtLink class="number" :to="{ query: { ...$route.query, line: i + 1 } }">{{ i + 1 }}</NuxtLink>{{ one }}
</a></pre>
      </section>
      <section v-else class="none muted">
        <p v-if="paths.length">Choose a file to read it.</p>
        <p v-else>Nothing has been brought in yet. A folder is enough: scripts, styles, <code>package.json</code> and <code>LICENSE</code>.</p>
      </section>
    </div>
  </main>
</template>

<style scoped>
.source { display: flex; flex-direction: column; height: calc(100vh - 44px); min-height: 520px; }
.lead { padding: 16px 24px 6px; border-bottom: 1px solid var(--rule); }
.two { display: grid; grid-template-columns: 300px minmax(0, 1fr); grid-template-rows: minmax(0, 1fr); flex: 1; min-height: 0; }
nav { overflow: auto; padding: 14px 20px 40px 24px; border-right: 1px solid var(--rule); }
.bring { margin-bottom: 12px; }
.file { display: block; padding: 3px 6px; overflow-wrap: anywhere; } .file:hover { background: var(--kelp-wash); } .file.on { box-shadow: inset 2px 0 var(--kelp); font-weight: 600; }
section { padding: 14px 24px 20px; min-width: 0; min-height: 0; display: flex; flex-direction: column; } .file-head { display: flex; gap: 14px; align-items: center; min-height: 34px; }
pre { white-space: pre; overflow: auto; flex: 1; min-height: 0; border: 1px solid var(--rule); background: var(--sheet); padding: 8px 0; }
.line { display: block; padding-right: 12px; min-width: max-content; } .line.at { background: var(--kelp-wash); box-shadow: inset 3px 0 var(--kelp); } .number { display: inline-block; width: 48px; text-align: right; padding-right: 14px; color: var(--muted); user-select: none; }
textarea { flex: 1; line-height: 18px; font-family: var(--code); white-space: pre; }
@media (max-width: 800px) { .source { height: auto; } .two { grid-template-columns: 1fr; } }
</style>
