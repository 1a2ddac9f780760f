<script setup lang="ts">
import type { Override } from '~~/core/reach/overrides-told'
import type { Problem } from '~~/core/problem'
import { overridesSchema } from '~~/core/wire'

/**
 * Sheets of a page, held against what the components of the library offer to be styled by. Nothing is kept.
 */
const store = useLibrary()
useHead({ title: () => `A page’s sheets · ${store.library?.title} · Kept Shelf` })
const { copy } = useCopy()
const { say } = useSay()
const copyLine = (line: string) => void copy(line).then(() => say('Copied.'))
const text = ref('')
const files = shallowRef<{ path: string; text: string }[]>([])
const told = shallowRef<{ overrides: Override[]; rules: number }>()
const problems = shallowRef<Problem[]>([])
const isBusy = ref(false)
const written = computed(() => (text.value.trim() ? [{ path: 'page.css', text: text.value }] : []))
const given = computed(() => [...written.value, ...files.value])

async function take(event: Event) {
  const chosen = [...((event.target as HTMLInputElement).files ?? [])]
  files.value = await Promise.all(
    chosen.map(async (file) => ({ path: file.webkitRelativePath || file.name, text: await file.text() })),
  )
  if (files.value.length) await look()
}
async function look() {
  if (!given.value.length) return
  isBusy.value = true
  problems.value = []
  try {
    const body = { files: given.value }
    told.value = await ask(overridesSchema, `/libraries/${store.slug}/overrides`, { method: 'POST', body })
  } catch (error) {
    told.value = undefined
    problems.value = problemsOf(error)
  } finally {
    isBusy.value = false
  }
}
/** What was told is of what was given then. */
watch(text, () => (told.value = undefined))
const summary = computed(() => {
  if (!told.value) return ''
  const { overrides, rules } = told.value
  if (rules === 0) return 'There are no rules in it.'
  const all = plural(rules, 'rule')
  if (overrides.length === 0) return `Nothing in ${all} asks for more than is offered.`
  const many = plural(overrides.length, 'declaration')
  return `${capital(many)} of ${all} ${overrides.length === 1 ? 'asks' : 'ask'} for more than is offered.`
})
const kinds: Record<Override['is'], string> = {
  nothing: 'reaches nothing',
  inside: 'reaches inside',
  unread: 'is read by nothing',
}
</script>

<template>
  <main class="page">
    <h1>A page’s sheets</h1>
    <p class="sentence">
      What a page may style of a component is what that offers: itself, its parts, its custom properties, and
      what the page puts into its slots. Sheets that ask for more do nothing, or break with the next version.
    </p>
    <form @submit.prevent="look" @keydown.ctrl.enter="look">
      <label for="page-sheet">Styles of a page that uses {{ store.library?.title }}</label>
      <textarea
        id="page-sheet"
        v-model="text"
        class="field code"
        rows="8"
        spellcheck="false"
        maxlength="400000"
        placeholder="Paste a sheet here"
      />
      <div class="acts">
        <button type="submit" class="act main" :disabled="isBusy || !given.length">
          {{ isBusy ? 'Looking …' : 'Look at it' }}
        </button>
        <label class="small"
          >or files of it
          <input type="file" multiple accept=".css,.html,.htm,.vue,.svelte,.js,.jsx,.ts,.tsx" @change="take"
        /></label>
      </div>
    </form>
    <ProblemList :problems />
    <p role="status" :class="told && told.overrides.length === 0 && told.rules ? 'good' : ''">
      <Mark v-if="told && told.rules && !told.overrides.length" name="seen" label="" /> {{ summary }}
    </p>
    <table v-if="told?.overrides.length" class="lines">
      <caption class="out-of-sight">
        What asks for more than is offered
      </caption>
      <thead>
        <tr>
          <th scope="col">Where</th>
          <th scope="col">What it says</th>
          <th scope="col">Why not</th>
          <th scope="col">Instead</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(override, i) in told.overrides" :key="i">
          <th scope="row" class="small code">{{ override.file }} {{ override.line }}</th>
          <td class="code small">
            {{ override.selector }}<br /><span class="muted">{{ override.declaration }}</span>
          </td>
          <td class="small">
            <NuxtLink v-if="override.tag" class="link" :to="`/${store.slug}/${override.tag}/isolation`">{{
              store.title(override.tag)
            }}</NuxtLink>
            {{ ' ' }}<span :class="override.is === 'inside' ? 'gap' : 'bad'"> {{ kinds[override.is] }}.</span>
            {{ override.says }}
          </td>
          <td class="small">
            <p v-for="line in override.instead" :key="line">
              <span class="code">{{ line }}</span>{{ ' ' }}
              <button type="button" class="link" :aria-label="`Copy ${line}`" @click="copyLine(line)">
                Copy
              </button>
            </p>
            <p v-if="!override.instead.length" class="muted">
              Nothing is offered for it. Ask its maintainers for a part or a custom property.
            </p>
          </td>
        </tr>
      </tbody>
    </table>
  </main>
</template>

<style scoped>
form {
  display: grid;
  gap: 8px;
  max-width: 760px;
  margin: 12px 0;
}
textarea {
  width: 100%;
  resize: vertical;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 16px;
  align-items: baseline;
}
td p {
  margin: 0 0 4px;
}
td,
th[scope='row'] {
  overflow-wrap: anywhere;
}
</style>
