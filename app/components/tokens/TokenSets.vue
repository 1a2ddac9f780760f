<script setup lang="ts">
import type { Problem } from '~~/core/problem'
import { nothingSchema, tokenSetsPlanSchema, undoneSchema, type TokenSetsPlan } from '~~/core/wire'

/**
 * Brings token files in together: what they make of the themes is shown first, then all of it is done in
 * one.
 */
const emit = defineEmits<{ close: [] }>()
const store = useLibrary()
const { say, sayProblems } = useSay()
const files = shallowRef<{ path: string; text: string }[]>([])
const plan = shallowRef<TokenSetsPlan>()
const problems = shallowRef<Problem[]>([])
const field = useTemplateRef<HTMLInputElement>('field')
const address = () => `/libraries/${store.slug}`
onMounted(() => field.value?.focus())

const send = (seen?: TokenSetsPlan['seen']) =>
  ask(tokenSetsPlanSchema, `${address()}/tokens/sets`, {
    method: 'POST',
    body: { files: files.value, ...(seen ? { seen } : {}) },
  })
const { isBusy, act } = useActs(problems)
async function take(event: Event) {
  const chosen = [...((event.target as HTMLInputElement).files ?? [])]
  plan.value = undefined
  files.value = await Promise.all(
    chosen.map(async (file) => ({ path: file.webkitRelativePath || file.name, text: await file.text() })),
  )
  if (files.value.length)
    await act(async () => {
      plan.value = await send()
    })
}
const bringIn = () =>
  act(async () => {
    const { themes, edits } = await send(plan.value!.seen)
    await store.load()
    const made = themes.filter(({ isNew }) => isNew).map(({ name }) => name)
    say(`${capital(plural(files.value.length, 'file'))} came in.`, {
      title: 'Undo',
      run: () => void takeBack(made, edits),
    })
    emit('close')
  })
/** What was made goes, then what was changed is as before. */
async function takeBack(made: readonly string[], edits: readonly string[]) {
  try {
    for (const name of made) await ask(nothingSchema, `${address()}/themes/${name}`, { method: 'DELETE' })
    for (const edit of edits.toReversed())
      await ask(undoneSchema, `${address()}/tokens/undo`, { method: 'POST', body: { edit } })
    say('The tokens are as they were before.')
  } catch (error) {
    sayProblems(error)
  }
  await store.load()
}
/** A few files by their names, of many the first. */
const filesNamed = (paths: readonly string[]) =>
  paths.length > 4
    ? `${paths.slice(0, 2).join(', ')} and ${count(paths.length - 2)} more`
    : paths.join(', ') || 'no file'
const howWorn = (axis: string | null) => (axis === null ? '' : `, worn beside others, by ${axis}`)
</script>

<template>
  <form class="sets small" aria-label="Token files" @submit.prevent="bringIn" @keydown.esc="emit('close')">
    <label
      >Files in the Design Tokens format, with a resolver document where there is one
      <input ref="field" type="file" multiple accept=".json,.json5" :disabled="isBusy" @change="take"
    /></label>
    <ProblemList :problems />
    <div v-if="plan" role="status">
      <ul>
        <li v-for="theme in plan.themes" :key="theme.name">
          <strong>{{ theme.title }}</strong> {{ theme.isNew ? 'is made, with' : 'gets' }}
          {{ plural(theme.tokens, 'token') }}{{ howWorn(theme.axis) }}
          <span class="muted">from {{ filesNamed(theme.from) }}</span>
        </li>
      </ul>
      <p v-for="line in plan.says" :key="line" class="muted">{{ line }}</p>
      <details v-if="plan.without.length">
        <summary>
          {{ capital(plural(plan.without.length, 'token gets no value', 'tokens get no value')) }}; all others
          come in
        </summary>
        <ProblemList :problems="plan.without" />
      </details>
    </div>
    <p class="acts">
      <button type="submit" class="act main" :disabled="!plan || isBusy">
        {{ isBusy ? 'Reading …' : 'Bring them in' }}
      </button>
      <button type="button" class="act" @click="emit('close')">Close</button>
    </p>
  </form>
</template>

<style scoped>
.sets {
  display: grid;
  gap: 6px;
  margin-top: 8px;
}
label {
  display: grid;
  gap: 4px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  padding: 3px 0;
  overflow-wrap: anywhere;
}
.acts {
  display: flex;
  gap: 8px;
  margin: 0;
}
</style>
