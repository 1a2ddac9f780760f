<script setup lang="ts">
import { removedSchema, tokenUsesSchema, type TokenUsesView } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

/** Takes a token out of all themes: what uses it is shown first, and as long as anything does it stays. */
const { path } = defineProps<{ path: string }>()
const emit = defineEmits<{ removed: [edits: string[]] }>()
const store = useLibrary()
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
        >It is in use, and stays until nothing names it. Renamed, it takes all of this with it.</template
      >
      <template v-else-if="uses">Nothing in the library uses it.</template>
      <template v-else-if="!problems.length">Looking for what uses it …</template>
    </p>
    <TokenPlaces v-if="uses" :references="uses.references" :files="uses.files" />
    <p v-if="spoken.length">Named in {{ spoken.join(' and ') }}.</p>
    <ProblemList :problems="problems" />
    <div class="acts">
      <button v-if="uses && !isUsed" type="button" class="act main" @click="remove">Delete it</button>
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
}
</style>
