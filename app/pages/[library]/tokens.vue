<script setup lang="ts">
import { bareSurround } from '~~/core/surround'
import { hexOf, type ColorValue } from '~~/core/tokens/color'
import { tiers, valueAt, withValue } from '~~/core/tokens/document'
import { resolveTheme, tokenTable, type TokenRow } from '~~/core/tokens/themes'
import { typedValue } from '~~/core/tokens/resolve'
import { tokenPrefix } from '~~/core/release/package'
import { cssName } from '~~/core/tokens/themes'
import { editedSchema, tokensSchema, undoneSchema, type TokensView } from '~~/core/wire'
import type { Problem } from '~~/core/problem'
import { forFrame, modulesFor } from '~~/core/code/showing'

const store = useLibrary()
const { themes, css, standing } = storeToRefs(store)
useHead({ title: () => `Tokens · ${store.library?.title} · Kept Shelf` })
const { say, sayProblems } = useSay()

const tier = useAddressChoice('tier', 'all')
const type = useAddressChoice('type', 'any')
const chosen = useAddressChoice('token', '')
const filter = ref('')
const edits = ref<TokensView['edits']>([])
async function loadEdits() {
  try {
    edits.value = (await ask(tokensSchema, `/libraries/${store.slug}/tokens`)).edits
  } catch (error) {
    sayProblems(error)
  }
}
watch(() => themes.value.map((theme) => theme.revision).join(), loadEdits, { immediate: true })

const table = computed(() => tokenTable(themes.value))
/** Types by the names people use; the format's own names are in the file. */
const typeName = (type: string) =>
  type === 'color' ? 'colour' : type.replace(/[A-Z]/, (c) => ` ${c.toLowerCase()}`)
const types = computed(() => [...new Set(table.value.rows.map((row) => row.type))])
const rows = computed(() =>
  table.value.rows.filter(
    (row) =>
      (tier.value === 'all' || row.tier === tier.value) &&
      (type.value === 'any' || row.type === type.value) &&
      row.path.toLowerCase().includes(filter.value.toLowerCase()),
  ),
)
const groups = computed(() => {
  const groups = new Map<string, TokenRow[]>()
  for (const row of rows.value) {
    const name = row.path.split('.')[0]!
    groups.set(name, [...(groups.get(name) ?? []), row])
  }
  return [...groups].map(([name, items]) => ({ name, items }))
})
const row = computed(() => table.value.rows.find((row) => row.path === chosen.value))
const restOf = (path: string) => path.split('.').slice(1).join('.') || path

const editing = ref<{ path: string; theme: string }>()
const draft = ref('')
let begun = ''
/**
 * The value that stood in the cell when its editing began, as the file has it: nobody else's is written over.
 */
let seen: unknown = null
const wrong = ref<Problem[]>([])
/** One edit is sent at a time, so that each starts from the revision the one before made. */
let sending: Promise<void> = Promise.resolve()

function begin(path: string, theme: string) {
  chosen.value = path
  if (!store.may.write) return
  editing.value = { path, theme }
  draft.value = begun = row.value?.cells[theme]?.written ?? ''
  seen = writtenIn(theme, path)
  wrong.value = []
  void nextTick(() => {
    const box = document.getElementById('token-editor') as HTMLInputElement | null
    box?.focus()
    box?.select()
  })
}
/** Shows what is typed in every rendering at once; it is kept when the editor is left. */
function tryOut(text: string) {
  draft.value = text
  const at = editing.value
  const theme = themes.value.find((theme) => theme.name === at?.theme)
  const kind = row.value?.type
  if (!at || !theme || !kind) return
  const value = typedValue(text, kind)
  if (!value.ok) {
    wrong.value = value.problems
    return
  }
  const document = withValue(theme.document, at.path, value.value)
  const after = themes.value.map((other) => (other.name === theme.name ? { ...other, document } : other))
  const broken = after.flatMap((entry) => resolveTheme(after, entry.name).problems)
  if (broken.length > table.value.problems.length) {
    wrong.value = broken
    return
  }
  wrong.value = []
  store.draftToken({ ...at, value: value.value })
}
function drop() {
  const at = editing.value
  if (at) store.dropDraft(at)
  editing.value = undefined
  wrong.value = []
}
async function keep() {
  const at = editing.value
  if (!at) return
  const text = draft.value
  if (wrong.value.length) return
  if (text === begun) return drop()
  editing.value = undefined
  await send(at.theme, at.path, text, seen)
}
/** What a theme's own file gives a token now; edits that are on their way count. */
const writtenIn = (theme: string, path: string): unknown => {
  const document = themes.value.find((known) => known.name === theme)?.document
  return (document && valueAt(document, path)) ?? null
}
async function send(theme: string, path: string, text: string | null, over: unknown) {
  sending = sending.then(async () => {
    const now = themes.value.find((other) => other.name === theme)
    const kind = table.value.rows.find((row) => row.path === path)?.type
    if (!now || !kind) return
    try {
      const { edit, revision } = await ask(editedSchema, `/libraries/${store.slug}/tokens`, {
        method: 'PATCH',
        body: { theme, path, text, seen: over },
      })
      mine.push(edit)
      const value = text === null ? undefined : typedValue(text, kind)
      store.keptToken(theme, path, value?.ok ? value.value : undefined, revision)
      say(`${path} changed in ${now.title}.`, { title: 'Undo', run: () => void undo(edit) })
    } catch (error) {
      sayProblems(error)
      await store.load()
    }
    if (editing.value?.theme !== theme || editing.value.path !== path) store.dropDraft({ theme, path })
  })
  await sending
}
/** Edits made here, the last one last: taking back begins with them. */
const mine: string[] = []
async function undo(edit: string) {
  try {
    const undone = await ask(undoneSchema, `/libraries/${store.slug}/tokens/undo`, {
      method: 'POST',
      body: { edit },
    })
    if (mine.includes(edit)) mine.splice(mine.indexOf(edit), 1)
    await store.load()
    say(`${undone.path || 'The file of ' + undone.theme} is as it was before.`)
  } catch (error) {
    sayProblems(error)
  }
}
async function bringFile(event: Event, theme: string) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  const now = themes.value.find((other) => other.name === theme)
  input.value = ''
  if (!file || !now) return
  fileProblems.value = []
  try {
    const { edit } = await ask(editedSchema, `/libraries/${store.slug}/tokens/file`, {
      method: 'PUT',
      body: { theme, text: await file.text(), revision: now.revision },
    })
    mine.push(edit)
    await store.load()
    say(`${now.title} is now what ${file.name} says.`, { title: 'Undo', run: () => void undo(edit) })
  } catch (error) {
    fileProblems.value = problemsOf(error)
  }
}
const fileProblems = ref<Problem[]>([])
/** Takes back the last change made here, or, where none was, the newest of all. */
function takeBack() {
  const edit = mine.at(-1) ?? edits.value[0]?.id
  if (edit !== undefined && !editing.value && store.may.write) void undo(edit)
}
useKeys([{ keys: 'Ctrl z', does: 'take the last change back', run: takeBack }])

/** What is shown beside the table: components that read the chosen token come first. */
const watched = computed(() => {
  const reads = (path: string) => {
    const names = new Set(
      table.value.rows
        .filter((row) => Object.values(row.cells).some((cell) => cell?.chain.includes(path)))
        .map((row) => cssName(tokenPrefix(store.prefix), row.path)),
    )
    return (other: (typeof standing.value)[number]) =>
      other.contract.members.some((member) => member.kind === 'custom-property' && names.has(member.name))
  }
  const faced = standing.value.filter((component) => component.face && store.moduleOf(component.tag))
  const first = row.value ? faced.filter(reads(row.value.path)) : faced
  return first.slice(0, 4)
})
const readers = computed(() =>
  watched.value.map((entry) => ({
    one: entry,
    target: {
      tag: entry.tag,
      modules: modulesFor(entry.tag, entry.face!, store.moduleOf) ?? [],
      usage: forFrame(entry.face!, (tag) => store.find(tag)?.contract, entry.tag),
      listen: [],
    },
  })),
)
const host = frameName()
const shownTheme = ref(store.baseTheme)
const swatch = (value: unknown, kind: string) => (kind === 'color' ? hexOf(value as ColorValue) : undefined)
const valueIn = (path: string, theme: string) => resolved.value.get(theme)?.get(path)?.value
const resolved = computed(
  () => new Map(themes.value.map((theme) => [theme.name, resolveTheme(themes.value, theme.name).tokens])),
)
</script>

<template>
  <main class="tokens">
    <section class="left">
      <div class="lead">
        <p class="sentence">
          <Choice
            v-model="tier"
            label="Tier"
            :options="
              ['all', ...tiers].map((value) => ({ value, title: value === 'all' ? 'All tiers' : value }))
            "
          />
          of
          <Choice
            v-model="type"
            label="Type"
            :options="
              ['any', ...types].map((value) => ({
                value,
                title: value === 'any' ? 'any type' : typeName(value),
              }))
            "
          />, across {{ count(themes.length) }} themes, named like
          <input v-model="filter" class="field like" aria-label="Filter by name" placeholder="anything" />
        </p>
        <button
          v-if="store.may.write && edits.length"
          type="button"
          class="act"
          :title="`${edits[0]!.path} in ${edits[0]!.theme}, by ${edits[0]!.by}`"
          @click="undo(edits[0]!.id)"
        >
          Take back the last change
        </button>
      </div>
      <ProblemList v-if="table.problems.length" class="wide" :problems="table.problems" />
      <ProblemList v-if="fileProblems.length" class="wide" :problems="fileProblems" />
      <table>
        <thead>
          <tr>
            <th scope="col">
              <h3>Token</h3>
              <span class="small muted">{{ table.rows.length }} in all</span>
            </th>
            <th v-for="theme in themes" :key="theme.name" scope="col">
              <h3>{{ theme.title }}</h3>
              <span class="small muted"
                >{{ theme.on ? `on ${themes.find((item) => item.name === theme.on)?.title}` : 'base' }} ·
                <a
                  class="link"
                  :href="`/api/libraries/${store.slug}/tokens/file?theme=${theme.name}`"
                  download
                  >file</a
                ><template v-if="store.may.keep">
                  ·
                  <label class="link replace"
                    >replace<input
                      type="file"
                      accept=".json,application/json"
                      :aria-label="`Replace the file of ${theme.title}`"
                      @change="bringFile($event, theme.name)" /></label></template
              ></span>
            </th>
          </tr>
        </thead>
        <tbody v-for="group in groups" :key="group.name">
          <tr class="group">
            <th :colspan="themes.length + 1" scope="rowgroup">
              <h3>{{ group.name }}</h3>
            </th>
          </tr>
          <tr
            v-for="item in group.items"
            :key="item.path"
            :class="{ at: item.path === chosen }"
            :data-token="item.path"
          >
            <th scope="row">
              <button type="button" class="code path" :title="item.description" @click="chosen = item.path">
                {{ restOf(item.path) }}
              </button>
            </th>
            <td
              v-for="theme in themes"
              :key="theme.name"
              :class="{ editing: editing?.path === item.path && editing.theme === theme.name }"
            >
              <template v-if="editing?.path === item.path && editing.theme === theme.name">
                <span
                  v-if="swatch(valueIn(item.path, theme.name), item.type)"
                  class="swatch"
                  :style="{ background: item.cells[theme.name]?.css }"
                />
                <input
                  id="token-editor"
                  class="code"
                  :value="draft"
                  :aria-label="`${item.path} in ${theme.title}`"
                  :aria-invalid="wrong.length ? 'true' : undefined"
                  spellcheck="false"
                  @input="tryOut(($event.target as HTMLInputElement).value)"
                  @keydown.enter.prevent="keep"
                  @keydown.esc.stop="drop"
                  @blur="wrong.length ? drop() : keep()"
                />
              </template>
              <button
                v-else
                type="button"
                class="cell"
                :class="{ inherited: !item.cells[theme.name]?.own }"
                :aria-label="`${item.path} in ${theme.title}: ${item.cells[theme.name]?.written ?? 'no value'}`"
                @click="begin(item.path, theme.name)"
              >
                <span
                  v-if="swatch(valueIn(item.path, theme.name), item.type)"
                  class="swatch"
                  :style="{ background: item.cells[theme.name]?.css }"
                />
                <span class="code">{{ item.cells[theme.name]?.written ?? 'no value' }}</span>
              </button>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="!rows.length" class="none muted">
        {{
          table.rows.length
            ? 'No token is like that.'
            : 'There are no tokens yet. Bring in a file in the Design Tokens format, at the head of the table.'
        }}
      </p>
    </section>
    <aside>
      <template v-if="row">
        <h2>{{ row.path }}</h2>
        <p class="small muted">{{ typeName(row.type) }}, {{ row.tier }}. {{ row.description }}</p>
        <ProblemList :problems="wrong" />
        <div v-for="theme in themes" :key="theme.name" class="way">
          <div class="small muted">
            In {{ theme.title
            }}<template v-if="theme.on && row.cells[theme.name]?.own && store.may.write">
              ·
              <button
                type="button"
                class="link"
                @click="send(theme.name, row.path, null, writtenIn(theme.name, row.path))"
              >
                give it back to {{ themes.find((item) => item.name === theme.on)?.title }}
              </button></template
            >
          </div>
          <ol>
            <li v-for="(step, i) in row.cells[theme.name]?.chain ?? []" :key="step">
              <button type="button" class="code step" @click="chosen = step">{{ step }}</button><span
                v-if="i === (row.cells[theme.name]?.chain.length ?? 0) - 1"
                class="code muted"
                >{{ row.cells[theme.name]?.css }}</span
              >
            </li>
          </ol>
        </div>
        <p class="small code muted">{{ cssName(tokenPrefix(store.prefix), row.path) }}</p>
      </template>
      <template v-else>
        <h2>Tokens in use</h2>
        <p class="small muted">Choose a token to see where its value comes from, and what wears it.</p>
      </template>
      <div class="worn">
        <p class="sentence">
          {{ row ? 'What wears it, in' : 'Shown in' }}
          <Choice
            v-model="shownTheme"
            label="Theme of the renderings"
            :options="themes.map((theme) => ({ value: theme.name, title: theme.title }))"
          />.
        </p>
        <div v-for="reader in readers" :key="reader.one.tag" class="reader">
          <div class="frame">
            <PreviewFrame
              :target="reader.target"
              :css
              :preview="store.library!.preview"
              :host
              :title="store.title(reader.one.tag)"
              :surround="bareSurround(shownTheme)"
              :tallest="90"
            />
          </div>
          <NuxtLink class="small link" :to="`/${store.slug}/${reader.one.tag}`">{{
            store.title(reader.one.tag)
          }}</NuxtLink>
        </div>
        <p v-if="!readers.length" class="small muted">No component on the shelf reads it.</p>
      </div>
    </aside>
  </main>
</template>

<style scoped>
.tokens {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 404px;
  height: calc(100vh - 44px);
}
.left {
  overflow: auto;
  padding: 0 24px 40px;
}
.lead {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  align-items: baseline;
  padding: 12px 0 8px;
}
.like {
  width: 110px;
  display: inline-block;
}
.wide {
  border: 1px solid var(--rule);
  padding: 2px 12px;
  margin-bottom: 8px;
  background: var(--sheet);
}
table {
  width: 100%;
  table-layout: fixed;
}
thead th {
  text-align: left;
  font-weight: 400;
  padding: 6px 10px;
  border-bottom: 1.5px solid var(--ink);
  vertical-align: bottom;
  background: var(--paper);
  position: sticky;
  top: 0;
  z-index: 1;
}
.group th {
  text-align: left;
  padding: 10px 10px 4px;
  border-bottom: 1px solid var(--rule);
}
tbody tr:not(.group) > * {
  border-bottom: 1px solid var(--rule-soft);
  padding: 0;
  height: 29px;
}
tr.at > * {
  background: var(--kelp-wash);
}
th[scope='row'] {
  text-align: left;
  font-weight: 400;
}
.path {
  border: 0;
  background: none;
  padding: 4px 10px 4px 24px;
  cursor: pointer;
  width: 100%;
  text-align: left;
  overflow-wrap: anywhere;
}
.cell {
  border: 0;
  background: none;
  padding: 4px 10px;
  width: 100%;
  height: 100%;
  text-align: left;
  display: flex;
  gap: 8px;
  align-items: center;
  cursor: text;
  overflow: hidden;
  white-space: nowrap;
}
.cell:hover {
  background: var(--sheet);
  outline: 1px solid var(--rule);
}
.cell.inherited {
  color: var(--muted);
}
.cell:focus-visible,
.path:focus-visible {
  outline: 2px solid var(--kelp);
  outline-offset: -2px;
}
.swatch {
  width: 26px;
  height: 14px;
  border: 1px solid var(--rule);
  flex: none;
}
td.editing {
  outline: 2px solid var(--kelp);
  outline-offset: -2px;
  background: var(--sheet);
}
td.editing .swatch {
  margin: 0 8px 0 10px;
  display: inline-block;
  vertical-align: middle;
}
td.editing input {
  border: 0;
  background: none;
  width: calc(100% - 50px);
  color: var(--ink);
  outline: none;
}
.none {
  padding: 24px 10px;
}
.replace {
  position: relative;
}
.replace input {
  position: absolute;
  inset: 0;
  opacity: 0;
  width: 100%;
  cursor: pointer;
}
.replace:focus-within {
  outline: 2px solid var(--kelp);
}
aside {
  border-left: 1px solid var(--rule);
  background: var(--sheet);
  padding: 16px 24px;
  overflow: auto;
}
aside h2 {
  overflow-wrap: anywhere;
}
.way {
  margin-top: 10px;
}
ol {
  list-style: none;
  margin: 2px 0 0;
  padding: 0;
}
li {
  display: flex;
  gap: 10px;
  align-items: baseline;
  padding: 3px 0 3px 16px;
  position: relative;
}
li::before {
  content: '';
  position: absolute;
  left: 3px;
  top: 0;
  bottom: 0;
  border-left: 1px solid var(--ink);
}
li::after {
  content: '';
  position: absolute;
  left: 0;
  top: 9px;
  width: 7px;
  height: 7px;
  border-radius: 50%;
  background: var(--ink);
}
li:first-child::before {
  top: 10px;
}
li:last-child::before {
  bottom: calc(100% - 12px);
}
li:only-child::before {
  display: none;
}
.step {
  border: 0;
  background: none;
  padding: 0;
  cursor: pointer;
  font-weight: 500;
  text-align: left;
}
.step:hover {
  color: var(--kelp);
}
.worn {
  margin-top: 18px;
  border-top: 1px solid var(--rule);
  padding-top: 6px;
}
.reader {
  padding: 10px 0;
  border-bottom: 1px solid var(--rule-soft);
}
.frame {
  min-height: 40px;
  display: flex;
  align-items: end;
  padding-bottom: 8px;
  overflow: hidden;
}
@media (max-width: 900px) {
  .tokens {
    display: block;
    height: auto;
  }
}
</style>
