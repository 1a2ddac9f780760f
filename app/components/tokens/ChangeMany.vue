<script setup lang="ts">
import type { CellChange } from '~/composables/cell-range'
import { changedBy, isManyRule, manyRules, type ManyRule } from '~~/core/tokens/many'

/** Changes all cells that are chosen by one rule: what each becomes is seen first. */
const { cells } = defineProps<{
  /** The cells that are chosen, each as it is written. */
  cells: readonly { path: string; theme: string; type: string; written: string }[]
}>()
const emit = defineEmits<{ change: [changes: readonly CellChange[]] }>()
/** Changes that are shown before they are made. */
const mostShown = 6
const store = useLibrary()
const isOpen = ref(false)
const is = ref<ManyRule['is']>('times')
const by = ref('')
const opener = useTemplateRef<HTMLButtonElement>('opener')
const field = useTemplateRef<HTMLInputElement>('field')
const rule = computed<ManyRule>(() => ({
  is: is.value,
  by: by.value.trim() === '' ? Number.NaN : Number(by.value),
}))
const isRule = computed(() => isManyRule(rule.value))
const changes = computed(() =>
  cells.flatMap((cell) => {
    const text = changedBy(rule.value, cell)
    return text === undefined ? [] : [{ ...cell, text }]
  }),
)
const options = Object.entries(manyRules).map(([value, { title }]) => ({
  value: value as ManyRule['is'],
  title,
}))

function open() {
  // what is chosen says which rule is likely meant
  is.value = cells.some(({ type }) => type === 'color') ? 'lighter' : 'times'
  by.value = String(manyRules[is.value].usual)
  isOpen.value = true
  void nextTick(() => field.value?.select())
}
function close() {
  isOpen.value = false
  void nextTick(() => opener.value?.focus())
}
function make() {
  if (!changes.value.length) return
  emit(
    'change',
    changes.value.map(({ path, theme, text }) => ({ path, theme, text })),
  )
  close()
}
</script>

<template>
  <button v-if="!isOpen" ref="opener" type="button" class="link small" @click="open">
    Change all {{ cells.length }} by a rule …
  </button>
  <form
    v-else
    class="many small"
    aria-label="Change what is chosen"
    @submit.prevent="make"
    @keydown.esc="close"
  >
    <p class="sentence">
      Make {{ plural(cells.length, 'cell') }}
      <input
        ref="field"
        v-model="by"
        class="field code"
        inputmode="decimal"
        aria-label="By how much"
        :aria-invalid="!isRule"
      />
      <Choice
        v-model="is"
        label="Rule"
        :options
        @update:model-value="by = String(manyRules[$event].usual)"
      />.
    </p>
    <p role="status" :class="isRule ? '' : 'bad'">
      <template v-if="!isRule"
        >Write a number from {{ manyRules[is].least }} to {{ manyRules[is].most }}.</template
      ><template v-else-if="!changes.length"
        >None of them is otherwise then: aliases follow what they name, and other types stay.</template
      ><template v-else
        >{{ capital(plural(changes.length, 'value is', 'values are')) }} otherwise then{{
          changes.length < cells.length ? '; aliases and other types stay' : ''
        }}.</template
      >
    </p>
    <ul v-if="isRule && changes.length">
      <li v-for="change in changes.slice(0, mostShown)" :key="`${change.path} ${change.theme}`" class="code">
        {{ change.path }} in {{ store.themeTitle(change.theme) }}: {{ change.written }} becomes
        {{ change.text }}
      </li>
      <li v-if="changes.length > mostShown" class="muted">and {{ changes.length - mostShown }} more</li>
    </ul>
    <p class="acts">
      <button type="submit" class="act main" :disabled="!isRule || !changes.length">
        Change {{ plural(changes.length, 'value') }}
      </button>
      <button type="button" class="act" @click="close">Close</button>
    </p>
  </form>
</template>

<style scoped>
.many {
  position: sticky;
  top: 0;
  z-index: 1;
  background: var(--sheet);
  border: 1px solid var(--rule);
  padding: 6px 12px;
  margin-bottom: 8px;
}
.field {
  width: 64px;
}
ul {
  list-style: none;
  margin: 4px 0;
  padding: 0;
}
.acts {
  display: flex;
  gap: 8px;
  margin: 6px 0;
}
</style>
