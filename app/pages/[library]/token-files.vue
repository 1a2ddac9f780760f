<script setup lang="ts">
import { printedFileSchema, printedListSchema, type PrintedFile } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

/** The files that tokens are printed to, as they would stand in the package if it were published now. */
const store = useLibrary()
useHead({ title: () => `Token files · ${store.library?.title} · Kept Shelf` })

const chosen = useAddressChoice('path', '')
const files = shallowRef<PrintedFile[]>()
const text = ref<string>()
const problems = ref<Problem[]>([])
const path = computed(() => chosen.value || files.value?.[0]?.path)
const { copy, copied } = useCopy()

const address = () => `/libraries/${store.slug}/tokens/printed`
/** The themes as they are now: whenever one has another revision, all is printed anew. */
const stamp = computed(() => store.themes.map(({ name, revision }) => `${name} ${revision}`).join())
watch(
  stamp,
  async () => {
    try {
      files.value = (await ask(printedListSchema, address())).files
    } catch (error) {
      problems.value = problemsOf(error)
    }
  },
  { immediate: true },
)
watch(
  [stamp, path],
  async (_now, _before, whenOver) => {
    // a text that comes late, and is of another file by now, is dropped
    let isOver = false
    whenOver(() => {
      isOver = true
    })
    if (path.value === undefined) return
    const asked = `${address()}?path=${encodeURIComponent(path.value)}`
    try {
      const file = await ask(printedFileSchema, asked)
      if (isOver) return
      text.value = file.text
      problems.value = []
    } catch (error) {
      if (isOver) return
      text.value = undefined
      problems.value = problemsOf(error)
    }
  },
  { immediate: true },
)

const nameOf = (path: string): string => path.slice(path.lastIndexOf('/') + 1)
function save() {
  if (text.value === undefined || path.value === undefined) return
  saveFile(new Blob([text.value], { type: 'text/plain' }), nameOf(path.value))
}
useKeys([
  {
    keys: 'c',
    does: 'copy the file',
    run: () => {
      if (text.value !== undefined) void copy(text.value)
    },
  },
])
</script>

<template>
  <main class="printed">
    <nav aria-label="Files tokens are printed to">
      <h1>Token files</h1>
      <p class="small muted">
        As the package would have them now.
        <NuxtLink class="link" :to="`/${store.slug}/tokens`">Back to the table</NuxtLink>
      </p>
      <ul>
        <li v-for="file in files ?? []" :key="file.path">
          <NuxtLink
            :to="{ query: { path: file.path } }"
            :aria-current="file.path === path ? 'true' : undefined"
          >
            <span class="code">{{ nameOf(file.path) }}</span>
            <span class="small muted size">{{ bytes(file.bytes) }}</span>
            <span class="small muted says">{{ file.says }}.</span>
          </NuxtLink>
        </li>
      </ul>
    </nav>
    <section :aria-label="path ?? 'No file'">
      <ProblemList :problems />
      <template v-if="text !== undefined && path">
        <div class="acts">
          <span class="code">{{ path }}</span>
          <button type="button" class="act" @click="copy(text)">{{ copied ? 'Copied' : 'Copy' }}</button>
          <button type="button" class="act" @click="save">Download</button>
        </div>
        <div class="text"><CodeEditor v-model="text" :path :label="`${path}, to read`" /></div>
      </template>
    </section>
  </main>
</template>

<style scoped>
.printed {
  display: grid;
  grid-template-columns: 320px minmax(0, 1fr);
  height: calc(100vh - var(--above, 44px));
}
nav {
  padding: 14px 16px 40px 24px;
  overflow: auto;
  border-right: 1px solid var(--rule);
}
ul {
  list-style: none;
  margin: 12px 0 0;
  padding: 0;
}
li a {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0 8px;
  padding: 7px 8px;
  color: inherit;
  text-decoration: none;
  border-top: 1px solid var(--rule);
}
li a:hover,
li a[aria-current] {
  background: var(--sheet);
}
li a[aria-current] .code {
  color: var(--kelp);
  font-weight: 600;
}
.says {
  grid-column: 1 / -1;
}
section {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  min-height: 0;
}
.acts {
  display: flex;
  gap: 12px;
  align-items: baseline;
  padding: 10px 16px;
}
.acts .code {
  margin-right: auto;
  overflow-wrap: anywhere;
}
.text {
  min-height: 0;
  overflow: hidden;
}
@media (max-width: 900px) {
  .printed {
    display: block;
    height: auto;
  }
  nav {
    border-right: 0;
  }
  .text {
    height: 70vh;
  }
}
</style>
