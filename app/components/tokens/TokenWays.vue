<script setup lang="ts">
import { tokenPrefix } from '~~/core/release/package'
import { cssName, type TokenRow } from '~~/core/tokens/themes'
import type { Problem } from '~~/core/problem'

/** Where the value of a token comes from, theme by theme, step by step. */
const { row, typeTitle, wrong, renaming, replacing, rows } = defineProps<{
  row: TokenRow
  typeTitle: string
  wrong: Problem[]
  renaming: ReturnType<typeof useRenaming>
  replacing: ReturnType<typeof useRenaming>
  /** All tokens of the library. */
  rows: readonly TokenRow[]
}>()
const emit = defineEmits<{ choose: [path: string]; giveBack: [theme: string]; removed: [edits: string[]] }>()
const store = useLibrary()
const { themes } = storeToRefs(store)
const paths = computed(() => rows.map(({ path }) => path))
/** What may stand in its place. */
const alike = computed(() =>
  rows.filter(({ path, type }) => type === row.type && path !== row.path).map(({ path }) => path),
)
const name = computed(() => cssName(tokenPrefix(store.prefix), row.path))
const parts = computed(() => row.cells[store.baseTheme]?.parts ?? [])
const titleOf = (name: string | null) => themes.value.find((theme) => theme.name === name)?.title
</script>

<template>
  <h2>{{ row.path }}</h2>
  <p class="small muted">{{ typeTitle }}, {{ row.tier }}. {{ row.description }}</p>
  <p v-if="row.deprecated !== undefined" class="small">
    <Mark name="deprecated" /> {{ row.deprecated || 'deprecated' }}
  </p>
  <TokenRename v-if="store.may.write && !store.worn" :path="row.path" :paths :renaming />
  <TokenDelete
    v-if="store.may.write && !store.worn"
    :path="row.path"
    :alike
    :replacing
    @removed="emit('removed', $event)"
  />
  <ProblemList :problems="wrong" />
  <div v-for="theme in themes" :key="theme.name" class="way">
    <div class="small muted">
      In {{ theme.title
      }}<template v-if="theme.on && row.cells[theme.name]?.own && store.may.write">
        ·
        <button type="button" class="link" @click="emit('giveBack', theme.name)">
          use the value of {{ titleOf(theme.on) }}
        </button></template
      >
    </div>
    <ol>
      <li v-for="(step, i) in row.cells[theme.name]?.chain ?? []" :key="step">
        <button type="button" class="code step" @click="emit('choose', step)">{{ step }}</button><span
          v-if="i === (row.cells[theme.name]?.chain.length ?? 0) - 1"
          class="code muted"
          >{{ row.cells[theme.name]?.css }}</span
        >
      </li>
      <li v-for="step in row.cells[theme.name]?.refers ?? []" :key="step">
        <button type="button" class="code step" @click="emit('choose', step)">{{ step }}</button><span
          class="small muted"
          >in it</span
        >
      </li>
    </ol>
  </div>
  <p class="small code muted">{{ name }}</p>
  <p v-for="part in parts" :key="part" class="small code muted">{{ name }}-{{ part }}</p>
</template>

<style scoped>
h2 {
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
</style>
