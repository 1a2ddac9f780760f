<script setup lang="ts">
import { sayActs } from '~~/core/acts/sentence'
import { sayFocus, sayStep, stepsOf, type Chart, type StateFound, type Step } from '~~/core/states/chart'
import type { ExampleView } from '~~/core/wire'

/** A state that was found, in words: what brings it about, what ends it, what is otherwise in it. */
const { tag, chart, state, kept, mayKeep } = defineProps<{
  tag: string
  chart: Chart
  state: StateFound
  /** The example that goes the same way, where somebody keeps one. */
  kept: ExampleView | undefined
  mayKeep: boolean
}>()
const emit = defineEmits<{ keep: [name: string]; choose: [id: number] }>()
const store = useLibrary()
const ends = computed(() => stepsOf(chart, state.id))
const titleOf = (id: number) => chart.states.find((other) => other.id === id)?.title ?? ''
/** Where the focus is once something was done, each place once. */
const focusOf = (id: number): string[] => [
  ...new Set(ends.value.out.filter((step) => step.to === id && step.focus).map(sayFocus)),
]
/** Steps by the state at their other end, with the acts of each. */
const grouped = (steps: readonly Step[], end: 'from' | 'to') => {
  const groups = new Map<number, string[]>()
  for (const step of steps) groups.set(step[end], [...(groups.get(step[end]) ?? []), sayStep(step)])
  return [...groups].map(([id, acts]) => ({ id, acts }))
}
const into = computed(() => grouped(ends.value.into, 'from'))
const out = computed(() => grouped(ends.value.out, 'to'))
const isNaming = ref(false)
const name = ref('')
const field = useTemplateRef<HTMLInputElement>('field')
async function begin() {
  name.value = state.title
  isNaming.value = true
  await nextTick()
  field.value?.select()
}
function keep() {
  isNaming.value = false
  emit('keep', name.value.trim())
}
const bench = computed(() => ({
  path: `/${store.slug}/${tag}`,
  query: state.way.length ? { way: sayActs(state.way) } : {},
}))
</script>

<template>
  <tr :id="`state-${state.id}`">
    <th scope="row">
      {{ state.title }}
      <div class="small acts">
        <NuxtLink class="link" :to="bench">On the bench</NuxtLink>
        <template v-if="state.way.length">
          <span v-if="kept" class="muted">saved as “{{ kept.name }}”</span>
          <button v-else-if="mayKeep && !isNaming" type="button" class="link" @click="begin">
            Save as an example
          </button>
          <form v-else-if="isNaming" @submit.prevent="keep" @keydown.esc="isNaming = false">
            <label class="small"
              >Name <input ref="field" v-model="name" class="field" maxlength="120" required
            /></label>
            <button class="act">Save</button>
          </form>
        </template>
      </div>
    </th>
    <td>
      <p v-if="!into.length" class="muted">{{ state.id === 0 ? 'How it stands by itself.' : '' }}</p>
      <p v-for="group in into" :key="group.id">
        from
        <button type="button" class="link" @click="$emit('choose', group.id)">
          {{ titleOf(group.id) }}</button>:
        {{ group.acts.join('; or ') }}
      </p>
      <p v-if="state.sure === 'no'" class="bad small">It did not come again by the same way.</p>
    </td>
    <td>
      <p v-if="!out.length" class="muted">Nothing that was tried leads out of it.</p>
      <p v-for="group in out" :key="group.id">
        to
        <button type="button" class="link" @click="$emit('choose', group.id)">
          {{ titleOf(group.id) }}</button>:
        {{ group.acts.join('; or ') }}
        <span v-for="says in focusOf(group.id)" :key="says" class="small muted focus"
          >{{ capital(says) }}.</span
        >
      </p>
    </td>
    <td>
      <ul v-if="state.id">
        <li v-for="says in state.differs.slice(0, 6)" :key="says">{{ says }}</li>
        <li v-if="state.differs.length > 6" class="muted">and {{ state.differs.length - 6 }} more</li>
        <li v-if="state.came.length" class="code marks">+ {{ state.came.slice(0, 6).join('  ') }}</li>
        <li v-if="state.went.length" class="code marks muted">− {{ state.went.slice(0, 6).join('  ') }}</li>
      </ul>
    </td>
  </tr>
</template>

<style scoped>
th,
td {
  vertical-align: top;
  text-align: start;
  padding: 8px 18px 8px 0;
  border-bottom: 1px solid var(--rule-soft);
  overflow-wrap: anywhere;
}
th {
  width: 210px;
  font-weight: 500;
}
tr {
  scroll-margin: 60px;
}
tr:target > * {
  background: var(--kelp-wash);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  font-weight: 400;
}
form {
  display: grid;
  gap: 4px;
  justify-items: start;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.marks {
  font-size: 11px;
  line-height: 15px;
}
.focus {
  display: block;
}
</style>
