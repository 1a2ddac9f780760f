<script setup lang="ts">
import type { CellChange } from '~/composables/cell-range'
import { tokensOfThemes, type TokenRow } from '~~/core/tokens/themes'

/** Tokens in rows, themes in columns; a cell is edited in place. */
const { groups, total, chosen, editing, draft, distances, isWrong } = defineProps<{
  groups: readonly { name: string; items: TokenRow[] }[]
  /** How many tokens there are, those left out counted. */
  total: number
  chosen: string
  editing: { path: string; theme: string } | undefined
  draft: string
  /** How far colours are from the one that is looked for, by token (CIEDE2000). */
  distances: ReadonlyMap<string, number | undefined>
  isWrong: boolean
}>()
const emit = defineEmits<{
  choose: [path: string]
  begin: [path: string, theme: string]
  write: [text: string]
  keep: []
  drop: []
  file: [file: File, theme: string]
  change: [changes: readonly CellChange[]]
}>()
const store = useLibrary()
const { themes } = storeToRefs(store)
const titleOf = (name: string | null) => themes.value.find((theme) => theme.name === name)?.title
const restOf = (path: string) => path.split('.').slice(1).join('.') || path
const isEdited = (path: string, theme: string) => editing?.path === path && editing.theme === theme
const resolved = computed(() => tokensOfThemes(themes.value))
const tokenIn = (path: string, theme: string) => resolved.value.get(theme)?.get(path)
const { isChosen, count, chosenCells, ...on } = useCellRange(
  () => groups.flatMap(({ items }) => items),
  () => themes.value,
  (changes) => emit('change', changes),
)
const table = useTemplateRef<HTMLTableElement>('table')
/** What is chosen elsewhere, by an address or along a way of aliases, comes into view. */
const showChosen = () => table.value?.querySelector('tr.at')?.scrollIntoView({ block: 'nearest' })
onMounted(showChosen)
watch(() => chosen, showChosen, { flush: 'post' })
function fileChosen(event: Event, theme: string) {
  const input = event.target as HTMLInputElement
  const [file] = input.files ?? []
  input.value = ''
  if (file) emit('file', file, theme)
}
</script>

<template>
  <ChangeMany
    v-if="store.may.write && chosenCells.length"
    :cells="chosenCells"
    @change="emit('change', $event)"
  />
  <table
    ref="table"
    @keydown.capture="on.notePressed"
    @keydown="on.onKeydown"
    @mousedown.capture="on.onMousedown"
    @click.capture="on.onClick"
    @copy="on.onCopy"
    @paste="on.onPaste"
  >
    <thead>
      <tr>
        <th scope="col">
          <h3>Token</h3>
          <span class="small muted" role="status"
            >{{ total }} in all<template v-if="count > 1"
              >, {{ plural(count, 'cell') }} chosen</template
            ></span
          >
        </th>
        <th v-for="theme in themes" :key="theme.name" scope="col">
          <h3>{{ theme.title }}</h3>
          <span class="small muted"
            >{{ theme.on ? `on ${titleOf(theme.on)}` : 'base' }} ·
            <a class="link" :href="`/api/libraries/${store.slug}/tokens/file?theme=${theme.name}`" download
              >file</a
            ><template v-if="store.may.keep && !store.worn">
              ·
              <label class="link replace"
                >replace<input
                  type="file"
                  accept=".json,application/json"
                  :aria-label="`Replace the file of ${theme.title}`"
                  @change="fileChosen($event, theme.name)" /></label></template
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
          <button
            type="button"
            class="code path"
            :class="{ struck: item.deprecated !== undefined }"
            :title="item.deprecated || item.description"
            @click="emit('choose', item.path)"
          >
            {{ restOf(item.path) }}
          </button>
          <span v-if="distances.get(item.path)" class="small muted away"
            >{{ distances.get(item.path)!.toFixed(1) }} away</span
          >
        </th>
        <td
          v-for="(theme, column) in themes"
          :key="theme.name"
          :data-column="column"
          :class="{ editing: isEdited(item.path, theme.name), chosen: isChosen(item.path, column) }"
        >
          <template v-if="isEdited(item.path, theme.name)">
            <TokenSample
              v-if="tokenIn(item.path, theme.name)"
              class="sample"
              :token="tokenIn(item.path, theme.name)!"
            />
            <input
              id="token-editor"
              class="code"
              :value="draft"
              :aria-label="`${item.path} in ${theme.title}`"
              :aria-invalid="isWrong ? 'true' : undefined"
              spellcheck="false"
              @input="emit('write', ($event.target as HTMLInputElement).value)"
              @keydown.enter.prevent="emit('keep')"
              @keydown.esc.stop="emit('drop')"
              @blur="isWrong ? emit('drop') : emit('keep')"
            />
          </template>
          <button
            v-else
            type="button"
            class="cell"
            :class="{ inherited: !item.cells[theme.name]?.own }"
            :aria-label="`${item.path} in ${theme.title}: ${item.cells[theme.name]?.written ?? 'no value'}`"
            @click="emit('begin', item.path, theme.name)"
          >
            <TokenSample
              v-if="tokenIn(item.path, theme.name)"
              class="sample"
              :token="tokenIn(item.path, theme.name)!"
            />
            <span class="code">{{ item.cells[theme.name]?.written ?? 'no value' }}</span>
          </button>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.away {
  display: block;
  padding-left: 24px;
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
.struck {
  text-decoration: line-through;
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
td.chosen {
  background: var(--kelp-wash);
}
td.editing {
  outline: 2px solid var(--kelp);
  outline-offset: -2px;
  background: var(--sheet);
}
td.editing .sample {
  margin: 0 8px 0 10px;
}
td.editing input {
  border: 0;
  background: none;
  width: calc(100% - 50px);
  color: var(--ink);
  outline: none;
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
</style>
