<script setup lang="ts">
import { nothingSchema, packageViewSchema, type PackageView } from '~~/core/wire'

/** What the shelf would be packed to: every file with what it is of and made from, before anything is published. */
const store = useLibrary()
useHead({ title: () => `Package · ${store.library?.title} · Kept Shelf` })
const {
  answer: view,
  problems,
  load,
} = useAnswer(packageViewSchema, () => `/libraries/${store.slug}/releases/package`, [
  () => store.releaseStamp,
  () => store.library?.revision?.number,
])
const { act } = useActs(problems)
const find = useAddressChoice('find', '')
const shown = useAddressChoice('shown', 'all')

type File = PackageView['files'][number]
const titleOf = (file: File) => (file.tag === undefined ? file.of : store.title(file.tag))
const isOther = (file: File) => file.before !== file.size
const choices = computed(() => [
  { value: 'all', title: 'every file', note: String(view.value?.files.length ?? 0) },
  {
    value: 'other',
    title: 'what is new or of another size',
    note: String(view.value?.files.filter(isOther).length ?? 0),
  },
])
const files = computed(() => {
  const words = find.value.toLowerCase().split(/\s+/).filter(Boolean)
  return (view.value?.files ?? []).filter(
    (file) =>
      (shown.value === 'all' || isOther(file)) &&
      words.every((word) => [file.path, titleOf(file), ...file.from].join(' ').toLowerCase().includes(word)),
  )
})
const components = computed(() => (view.value?.components ?? []).toSorted((a, b) => b.gzip - a.gzip))
const singleFiles = computed(() =>
  (view.value?.files ?? []).filter(({ path }) => /^single\/.*\.js$/.test(path)),
)
const total = computed(() => (view.value?.files ?? []).reduce((sum, { size }) => sum + size, 0))
const sinceOf = ({ before, size }: File) => {
  if (before === null) return 'new'
  if (before === size) return ''
  return `${size > before ? '+' : '−'}${bytes(Math.abs(size - before))}`
}
const { told, left, showAll } = useFirstOf(
  () => files.value,
  () => 60,
)
const { text: budget, wasKept } = useDraftText(() =>
  view.value?.budget ? String(view.value.budget / 1000) : '',
)
const isOver = (gzip: number) => gzip > (view.value?.budget ?? Infinity)
/** Says in kilobytes what one component may take; nothing written asks for nothing. */
async function setBudget() {
  const written = budget.value
  const text = written.trim().replace(',', '.')
  const kilobytes = Number(text)
  if (text !== '' && !(kilobytes >= 0.1)) {
    problems.value = [
      {
        code: 'budget',
        what: `“${written}” is no size.`,
        todo: 'Write kilobytes, such as 12.5, or nothing to let components take as much as they do.',
      },
    ]
    return
  }
  const body = { bytes: text === '' ? null : Math.round(kilobytes * 1000) }
  const isKept = await act(() =>
    ask(nothingSchema, `/libraries/${store.slug}/releases/budget`, { method: 'PUT', body }).then(load),
  )
  if (isKept) wasKept(written)
}
const source = (path: string) => ({ path: `/${store.slug}/source`, query: { path } })
</script>

<template>
  <main class="package">
    <h1>Package</h1>
    <ProblemList :problems :library="store.slug" />
    <p v-if="!view && !problems.length" class="sentence muted" role="status">
      The shelf is being packed, to look into …
    </p>
    <template v-if="view">
      <p class="sentence">
        What is on the shelf comes to {{ count(view.files.length) }} files of {{ bytes(total) }}, packed
        {{ bytes(view.packed) }}<template v-if="view.since">, beside {{ view.since }}</template
        >. Shown is <Choice v-model="shown" label="Shown is" :options="choices" />. Nothing is published by
        looking.
      </p>
      <input
        v-model="find"
        class="field plain"
        type="search"
        aria-label="Find a file of the package"
        placeholder="Find a file, a component, a file of the library"
        autocomplete="off"
      />
      <div class="scroll" role="region" aria-label="Files of the package" tabindex="0">
        <table>
          <thead>
            <tr>
              <th>At the consumer’s</th>
              <th>Of</th>
              <th>Here</th>
              <th class="number">Plain</th>
              <th class="number">gzip</th>
              <th class="number">brotli</th>
              <th v-if="view.since" class="number">Since {{ view.since }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="file in told" :key="file.path">
              <td class="code">{{ file.path }}</td>
              <td>
                <NuxtLink v-if="file.tag" class="link" :to="`/${store.slug}/${file.tag}`">{{
                  titleOf(file)
                }}</NuxtLink><template v-else>{{ file.of }}</template>
              </td>
              <td class="code">
                <NuxtLink v-if="file.from.length" class="link" :to="source(file.from[0]!)">{{
                  file.from[0]
                }}</NuxtLink>
                <details v-if="file.from.length > 1" class="small">
                  <summary>and {{ count(file.from.length - 1) }} more</summary>
                  <NuxtLink
                    v-for="path in file.from.slice(1)"
                    :key="path"
                    class="link from"
                    :to="source(path)"
                    >{{ path }}</NuxtLink
                  >
                </details>
              </td>
              <td class="number">{{ bytes(file.size) }}</td>
              <td class="number">{{ bytes(file.gzip) }}</td>
              <td class="number">{{ bytes(file.brotli) }}</td>
              <td v-if="view.since" class="number">{{ sinceOf(file) }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <button v-if="left" type="button" class="act" @click="showAll">Show {{ count(left) }} more</button>
      <p v-if="!files.length" class="muted">No file of that kind.</p>
      <template v-if="view.gone.length">
        <h2>Not in it any more</h2>
        <ul>
          <li v-for="file in view.gone" :key="file.path" class="code">{{ file.path }}</li>
        </ul>
      </template>
      <h2>Each component alone</h2>
      <p class="small muted">Its module with all that it loads of the package, each file once.</p>
      <form v-if="store.may.keep" class="budget" @submit.prevent="setBudget">
        <label
          >One may take
          <input
            v-model="budget"
            class="field plain"
            inputmode="decimal"
            placeholder="any"
            aria-label="Kilobytes that one component may take, with gzip"
          />
          kB with gzip</label
        >
        <button type="submit" class="act">Save</button>
        <span class="small muted">The release desk asks for it before a version goes out.</span>
      </form>
      <p v-else-if="view.budget !== null" class="small">One may take {{ bytes(view.budget) }} with gzip.</p>
      <div class="scroll" role="region" aria-label="Each component alone" tabindex="0">
        <table>
          <thead>
            <tr>
              <th>Component</th>
              <th class="number">Plain</th>
              <th class="number">gzip</th>
              <th class="number">brotli</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="component in components" :key="component.tag">
              <td>
                <NuxtLink class="link" :to="`/${store.slug}/${component.tag}`">{{
                  store.title(component.tag)
                }}</NuxtLink>
              </td>
              <td class="number">{{ bytes(component.size) }}</td>
              <td class="number">
                <template v-if="isOver(component.gzip)"
                  ><Mark name="breaking" label="more than one may take" class="bad" /> </template
                >{{ bytes(component.gzip) }}
              </td>
              <td class="number">{{ bytes(component.brotli) }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <h2>All in one file</h2>
      <p class="sentence">
        {{ view.single }}
        <template v-if="singleFiles.length"
          >For pages without a build, with components, themes, icons and what they depend on:
          <template v-for="(file, at) in singleFiles" :key="file.path"
            ><template v-if="at">, </template><span class="code">{{ file.path }}</span>
            {{ bytes(file.gzip) }}</template
          >
          with gzip.</template
        >
      </p>
      <h2>Guide</h2>
      <GuideToTake />
      <LicenceList :view @changed="load" />
      <SizesOverVersions v-if="view.history.length" :view />
    </template>
  </main>
</template>

<style scoped>
.package {
  padding: 20px 24px 48px;
  max-width: 1240px;
  display: grid;
  gap: 8px;
  justify-items: start;
}
.field,
.scroll {
  width: 100%;
}
.scroll {
  overflow-x: auto;
}
table {
  width: 100%;
}
th {
  text-align: left;
}
td,
th {
  padding: 4px 12px 4px 0;
  border-bottom: 1px solid var(--rule-soft);
  vertical-align: baseline;
}
.number {
  text-align: right;
  white-space: nowrap;
  font-variant-numeric: tabular-nums;
}
.from {
  display: block;
}
details {
  display: inline-block;
  vertical-align: top;
  margin-left: 12px;
}
.budget {
  display: flex;
  align-items: baseline;
  gap: 10px;
}
.budget .field {
  width: 70px;
}
h2 {
  margin-top: 18px;
}
</style>
