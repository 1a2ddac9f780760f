<script setup lang="ts">
import { removedSchema, tokenUsesSchema, type TokenUsesView } from '~~/core/wire'
import { tokensOfThemes } from '~~/core/tokens/themes'
import type { Problem } from '~~/core/problem'

/**
 * Takes a token out of all themes: what uses it is shown first, and as long as anything does it stays, or
 * another takes its place in all of that.
 */
const { path, alike, replacing } = defineProps<{
  path: string
  /** Tokens that may take its place. */
  alike: readonly string[]
  replacing: ReturnType<typeof useRenaming>
}>()
const emit = defineEmits<{ removed: [edits: string[]] }>()
const store = useLibrary()
// the page has it: a token that is replaced leaves the table before all is told
const { from, to, leave, plan, problems: faults, going, step, count, begin, cancel } = replacing
const listId = useId()
const resolved = computed(() => (plan.value ? tokensOfThemes(store.themes) : undefined))
const tokenIn = (theme: string, name: string) => resolved.value?.get(theme)?.get(name)
const uses = ref<TokenUsesView>()
const problems = ref<Problem[]>([])
const isOpen = ref(false)
const opener = useTemplateRef<HTMLButtonElement>('opener')
/** Words and examples that name it, which have no line of a file to lead to. */
const spoken = computed(() =>
  [
    uses.value?.words ? plural(uses.value.words, 'text') : '',
    uses.value?.examples ? plural(uses.value.examples, 'example') : '',
  ].filter(Boolean),
)
const isUsed = computed(
  () => !!uses.value && uses.value.references.length + uses.value.files.length + spoken.value.length > 0,
)
const address = () => `/libraries/${store.slug}/tokens`

async function open() {
  isOpen.value = true
  from.value = path
  to.value = ''
  problems.value = []
  uses.value = undefined
  try {
    uses.value = await ask(tokenUsesSchema, `${address()}/uses?path=${encodeURIComponent(path)}`)
  } catch (error) {
    problems.value = problemsOf(error)
  }
}
function close() {
  isOpen.value = false
  void nextTick(() => opener.value?.focus())
}
async function remove() {
  try {
    const { edits } = await ask(removedSchema, address(), { method: 'DELETE', body: { path } })
    isOpen.value = false
    emit('removed', edits)
  } catch (error) {
    problems.value = problemsOf(error)
  }
}
watch(
  () => path,
  () => (isOpen.value = false),
)
</script>

<template>
  <button v-if="!isOpen" ref="opener" type="button" class="act opener" @click="open">Delete …</button>
  <section v-else class="delete small" aria-label="Deleting it" @keydown.esc="close">
    <p role="status">
      <template v-if="isUsed"
        >It is in use, and stays until nothing names it, or another token takes its place.</template
      >
      <template v-else-if="uses">Nothing in the library uses it.</template>
      <template v-else-if="!problems.length">Looking for what uses it …</template>
    </p>
    <TokenPlaces v-if="uses" :references="uses.references" :files="uses.files" />
    <p v-if="spoken.length">Named in {{ spoken.join(' and ') }}.</p>
    <ProblemList :problems="problems" />
    <form v-if="isUsed" class="instead" @submit.prevent="begin">
      <label
        >In its place, everywhere
        <input
          v-model="to"
          class="field code"
          :list="listId"
          spellcheck="false"
          placeholder="a token of its type"
          :disabled="going"
      /></label>
      <datalist :id="listId"><option v-for="other in alike" :key="other" :value="other" /></datalist>
      <label class="check"
        ><input v-model="leave" type="checkbox" :disabled="going" /> Leave its name as a deprecated alias, for
        those who use it outside of the library</label
      >
      <ProblemList :problems="faults" />
      <div v-if="plan" role="status">
        <p>{{ count.says }}</p>
        <ul v-if="plan.changes.length" class="changes" aria-label="What it comes to then">
          <li v-for="{ theme, before, after } in plan.changes" :key="theme">
            <span class="muted">{{ store.themeTitle(theme) }}</span>
            <TokenSample v-if="tokenIn(theme, path)" :token="tokenIn(theme, path)!" />
            <span class="code">{{ before }}</span> becomes
            <TokenSample v-if="tokenIn(theme, to.trim())" :token="tokenIn(theme, to.trim())!" />
            <span class="code">{{ after }}</span>
          </li>
        </ul>
        <p v-if="!plan.changes.length">Both come to the same in every theme.</p>
      </div>
      <div class="acts">
        <button type="submit" class="act main" :disabled="!plan || going">
          Replace it{{ count.where }}, and delete it
        </button>
        <button v-if="going" type="button" class="act" @click="cancel">Cancel</button>
        <button v-else type="button" class="act" @click="close">Close</button>
        <span v-if="going" class="muted" role="status">{{ step }}</span>
      </div>
    </form>
    <div v-else class="acts">
      <button v-if="uses" type="button" class="act main" @click="remove">Delete it</button>
      <button type="button" class="act" @click="close">Close</button>
    </div>
  </section>
</template>

<style scoped>
.opener {
  margin: 8px 0 0 8px;
}
.delete p {
  margin: 8px 0 4px;
}
.acts {
  display: flex;
  gap: 8px;
  margin: 6px 0;
  flex-wrap: wrap;
  align-items: baseline;
}
.instead {
  display: grid;
  gap: 8px;
  margin-top: 8px;
}
.instead .field {
  width: 100%;
}

.changes {
  list-style: none;
  margin: 4px 0 8px;
  padding: 0;
}
.changes li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 6px;
  align-items: center;
  padding: 2px 0;
}
.changes .muted {
  flex: 0 0 88px;
}
.check {
  display: flex;
  gap: 8px;
  align-items: baseline;
}
</style>
