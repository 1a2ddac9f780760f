<script setup lang="ts">
import { tiers, withValue } from '~~/core/tokens/document'
import { tokenPrefix } from '~~/core/release/package'
import { findTokens } from '~~/core/tokens/find'
import { movedPath } from '~~/core/tokens/paths'
import { resolveTheme, tokenTable, type TokenRow } from '~~/core/tokens/themes'
import { typedValue } from '~~/core/tokens/resolve'
import type { Problem } from '~~/core/problem'

/**
 * All tokens of a library, theme beside theme, edited in place while components that wear them are in sight.
 */
const store = useLibrary()
const { themes } = storeToRefs(store)
useHead({ title: () => `Tokens · ${store.library?.title} · Kept Shelf` })

const tier = useAddressChoice('tier', 'all')
const type = useAddressChoice('type', 'any')
const chosen = useAddressChoice('token', '')
const filter = useAddressChoice('like', '')
const table = computed(() => tokenTable(themes.value, tokenPrefix(store.prefix)))
const types = computed(() => [...new Set(table.value.rows.map((row) => row.type))])
const found = computed(() => findTokens(table.value.rows, filter.value))
const distances = computed(() => new Map(found.value.map(({ row, distance }) => [row.path, distance])))
const rows = computed(() =>
  found.value
    .map(({ row }) => row)
    .filter(
      (row) =>
        (tier.value === 'all' || row.tier === tier.value) &&
        (type.value === 'any' || row.type === type.value),
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
const { edits, fileProblems, writtenIn, add, removed, send, sendAll, undo, undoLast, bringFile } =
  useTokenEdits((path) => table.value.rows.find((row) => row.path === path)?.type)

const renaming = useRenaming(
  () => chosen.value,
  (move) => (chosen.value = movedPath(chosen.value, move)),
)

const replacing = useRenaming(
  () => chosen.value,
  ({ to }) => (chosen.value = to),
  { into: true },
)

const editing = ref<{ path: string; theme: string }>()
const draft = ref('')
let begun = ''
/**
 * The value that stood in the cell when its editing began, as the file has it: nobody else's is written over.
 */
let seen: unknown = null
const wrong = ref<Problem[]>([])

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
  const known = new Set(table.value.problems.map(({ what }) => what))
  const broken = after
    .flatMap((entry) => resolveTheme(after, entry.name).problems)
    .filter(({ what }) => !known.has(what))
  if (broken.length > 0) {
    // what is wrong in one theme is so in those that are built on it
    wrong.value = [...new Map(broken.map((problem) => [problem.what, problem])).values()]
    return
  }
  wrong.value = []
  store.draftToken({ ...at, value: value.value })
}
function drop() {
  if (editing.value) store.dropDraft(editing.value)
  editing.value = undefined
  wrong.value = []
}
async function keep() {
  const at = editing.value
  if (!at || wrong.value.length) return
  if (draft.value === begun) return drop()
  editing.value = undefined
  await change(at.theme, at.path, draft.value, seen)
}
async function change(theme: string, path: string, text: string | null, over: unknown) {
  await send(theme, path, text, over)
  const isEditedAgain = editing.value?.theme === theme && editing.value.path === path
  if (!isEditedAgain) store.dropDraft({ theme, path })
}
const giveBack = (theme: string) =>
  row.value && change(theme, row.value.path, null, writtenIn(theme, row.value.path))
useKeys([
  {
    keys: 'Ctrl z',
    does: 'undo the last change',
    run: () => {
      if (!editing.value && !store.worn) undoLast()
    },
  },
])
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
          />, across {{ plural(themes.length, 'theme') }}, with a name or value like
          <input
            v-model="filter"
            class="field like"
            aria-label="Filter by name or value"
            placeholder="anything"
          />. <FittingChoice v-if="store.may.write" />{{ ' ' }}
          <NuxtLink v-if="table.rows.length" class="link small" :to="`/${store.slug}/token-files`"
            >As files</NuxtLink
          >{{ ' ' }} <NuxtLink class="link small" :to="`/${store.slug}/sheet-tokens`">From sheets</NuxtLink
          ><template v-if="row"
            >{{ ' ' }} <button type="button" class="link small" @click="chosen = ''">Themes</button></template
          >
        </p>
        <TokenAdd
          v-if="store.may.write && themes.length && !store.worn"
          :type-name
          :add
          :beside="chosen"
          @added="chosen = $event"
        />
        <button
          v-if="store.may.write && edits.length && !store.worn"
          type="button"
          class="act"
          :title="`${edits[0]!.path} in ${edits[0]!.theme}, by ${edits[0]!.by}`"
          @click="undo(edits[0]!.id)"
        >
          Undo the last change
        </button>
      </div>
      <ProblemList v-if="table.problems.length" class="wide" :problems="table.problems" :most="3" />
      <ProblemList v-if="fileProblems.length" class="wide" :problems="fileProblems" />
      <TokenTable
        :groups
        :total="table.rows.length"
        :chosen
        :editing
        :draft
        :distances
        :is-wrong="wrong.length > 0"
        @choose="chosen = $event"
        @begin="begin"
        @write="tryOut"
        @keep="keep"
        @drop="drop"
        @file="bringFile"
        @change="store.may.write && sendAll($event)"
      />
      <p v-if="!rows.length" class="none muted">
        {{
          table.rows.length
            ? 'No token is like that.'
            : 'There are no tokens yet. Bring in a file in the Design Tokens format, at the head of the table, ' +
              'or take them from sheets.'
        }}
      </p>
    </section>
    <aside>
      <TokenWays
        v-if="row"
        :row
        :type-title="typeName(row.type)"
        :wrong
        :renaming
        :replacing
        :rows="table.rows"
        @choose="chosen = $event"
        @give-back="giveBack"
        @removed="removed(chosen, $event)"
      />
      <template v-else>
        <ThemeList />
        <h2>Tokens in use</h2>
        <p class="small muted">Choose a token to see where its value comes from, and what wears it.</p>
      </template>
      <TokenWearers :row :rows="table.rows" />
    </aside>
  </main>
</template>

<style scoped>
.tokens {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 404px;
  height: calc(100vh - var(--above, 44px));
}
.left {
  overflow: auto;
  padding: 0 24px 40px;
}
.lead {
  flex-wrap: wrap;
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
.none {
  padding: 24px 10px;
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
@media (max-width: 900px) {
  .tokens {
    display: block;
    height: auto;
  }
}
</style>
