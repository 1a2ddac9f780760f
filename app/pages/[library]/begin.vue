<script setup lang="ts">
import { usualLanguage } from '~~/core/begin/wish'
import { isElement, languages } from '~~/core/languages/languages'
import { componentBegunSchema, type ComponentBegun } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

/** A component from nothing: its name and what it is for; the rest is written as the library's others are. */
const store = useLibrary()
useHead({ title: () => `Begin a component · ${store.library?.title} · Kept Shelf` })
const written = languages.map(({ name, title }) => ({ value: name, title }))
const name = ref('')
const summary = ref('')
const group = ref('')
const language = ref(usualLanguage(store.standing.map((component) => component.contract)))
const groups = computed(() => [
  ...new Set(
    store.standing.flatMap((component) => (component.contract.group ? [component.contract.group] : [])),
  ),
])
const wish = computed(() => ({
  name: name.value.trim(),
  summary: summary.value.trim(),
  group: group.value.trim(),
  language: language.value,
}))

const begun = shallowRef<ComponentBegun>()
const problems = ref<Problem[]>([])
const looking = ref(false)
let pause: ReturnType<typeof setTimeout> | undefined
let asked = 0
watch(wish, () => {
  clearTimeout(pause)
  problems.value = []
  if (wish.value.name) pause = setTimeout(look, 300)
  else begun.value = undefined
})
onUnmounted(() => clearTimeout(pause))
async function look() {
  const mine = ++asked
  looking.value = true
  try {
    const found = await ask(componentBegunSchema, `/libraries/${store.slug}/begin`, {
      method: 'POST',
      body: { ...wish.value, look: true },
    })
    if (mine === asked) begun.value = found
  } catch (error) {
    if (mine !== asked) return
    begun.value = undefined
    problems.value = problemsOf(error)
  } finally {
    if (mine === asked) looking.value = false
  }
}

const { job, problems: jobProblems, going, follow, cancel } = useJob()
const sending = ref(false)
async function put() {
  if (!wish.value.name || sending.value || going.value) return
  clearTimeout(pause)
  asked++
  looking.value = false
  sending.value = true
  problems.value = []
  try {
    begun.value = await ask(componentBegunSchema, `/libraries/${store.slug}/begin`, {
      method: 'POST',
      body: wish.value,
    })
    follow(begun.value.job!)
  } catch (error) {
    problems.value = problemsOf(error)
  } finally {
    sending.value = false
  }
}
watch(
  () => job.value?.state,
  async (state) => {
    if (state !== 'done' || !begun.value) return
    const { tag, files } = begun.value
    await store.load()
    await navigateTo({ path: `/${store.slug}/source`, query: { path: files[0]!.path, of: tag } })
  },
)
const modelTitle = computed(() => (begun.value?.model ? store.title(begun.value.model) : undefined))
const first = useTemplateRef<HTMLInputElement>('first')
onMounted(() => first.value?.focus())
</script>

<template>
  <main>
    <form class="wish" @submit.prevent="put">
      <h1>Begin a component</h1>
      <p class="sentence">
        It is called
        <input
          ref="first"
          v-model="name"
          class="said"
          aria-label="Name"
          placeholder="Departure sign"
          maxlength="60"
          size="18"
          autocomplete="off"
          :aria-invalid="problems.length > 0 || undefined"
        />
        and is <Choice v-model="language" label="Written as" :options="written" /><template
          v-if="isElement({ language }) && groups.length"
          >, in the group
          <input
            v-model="group"
            class="said"
            aria-label="Group"
            placeholder="none"
            list="groups"
            maxlength="60"
            size="14"
            autocomplete="off" /></template
        >.
        <datalist id="groups"><option v-for="group in groups" :key="group" :value="group" /></datalist>
      </p>
      <p class="sentence">
        It is for
        <input
          v-model="summary"
          class="said long"
          aria-label="What it is for"
          placeholder="saying when boats leave"
          maxlength="300"
          autocomplete="off"
        />
      </p>
      <div class="acts">
        <button
          type="submit"
          class="act main"
          :disabled="!wish.name || sending || going || problems.length > 0"
        >
          Put it on the shelf
        </button>
        <button v-if="going && job" type="button" class="act" @click="cancel">Stop</button>
        <span class="small muted" role="status">{{
          going || sending
            ? `${job?.step || 'Beginning it'} …`
            : looking
              ? 'Looking how the others are written …'
              : begun
                ? `${begun.tag}, ${modelTitle ? `written as ${modelTitle} is` : 'written plainly'}: it builds on what ${modelTitle ? 'that builds on' : 'the browser has'}, and has one example from the start.`
                : ''
        }}</span>
      </div>
      <ProblemList
        :problems="[
          ...problems,
          ...jobProblems,
          ...(job?.state === 'failed' ? (job.result?.problems ?? []) : []),
        ]"
        :library="store.slug"
      />
    </form>
    <div v-if="begun" class="files">
      <section v-for="file in begun.files" :key="file.path" :aria-label="file.path">
        <h2>
          <b class="code">{{ file.path }}</b>{{ ' ' }}
          <span class="small" :class="file.isNew ? 'good' : 'muted'">{{
            file.isNew ? 'new' : 'gets a line'
          }}</span>
        </h2>
        <CodeEditor
          :key="file.path"
          :model-value="file.isNew ? file.text : file.text.split('\n').slice(-6).join('\n')"
          :path="file.path"
          class="file"
        />
      </section>
    </div>
    <p v-else-if="!problems.length" class="none muted">
      Write a name, and the files that would come stand here before anything is kept: source in the way of
      your other components, its registration, its types, its looks, and a line wherever the library hands all
      of them on.
    </p>
  </main>
</template>

<style scoped>
main {
  padding-bottom: 48px;
}
.wish {
  padding: 18px 24px 14px;
  border-bottom: 1px solid var(--rule);
  display: grid;
  gap: 8px;
}
.said {
  border: 0;
  border-bottom: 1px dotted var(--kelp);
  background: none;
  font: 500 14px/24px var(--ui);
  color: var(--kelp);
  padding: 0 2px;
  border-radius: 0;
}
.said::placeholder {
  color: var(--muted);
  font-weight: 400;
  opacity: 1;
}
.said:focus {
  border-bottom-style: solid;
}
.said:focus-visible {
  outline-offset: 0;
}
.said[aria-invalid] {
  border-color: var(--rust);
}
.long {
  width: min(560px, 100%);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 12px;
  margin-top: 4px;
}
.files {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(460px, 100%), 1fr));
  gap: 18px 24px;
  padding: 16px 24px;
  align-items: start;
}
.files section:first-child {
  grid-row: span 3;
}
.files h2 {
  display: flex;
  gap: 10px;
  align-items: baseline;
  font: 500 13px/20px var(--ui);
  margin-bottom: 6px;
}
.file {
  max-height: 60vh;
  display: grid;
}
.none {
  padding: 20px 24px;
  max-width: 640px;
}
</style>
