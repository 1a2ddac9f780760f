<script setup lang="ts">
import { findLibraries } from '~~/core/find/libraries'
import { librariesSchema, libraryMadeSchema, type LibraryListed } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

definePageMeta({ visitors: true })
const account = useAccount()
const store = useLibrary()
const libraries = ref<LibraryListed[]>()
const problems = ref<Problem[]>([])
useHead({ title: 'Libraries · Kept Shelf' })
store.leave()

async function load() {
  try {
    libraries.value = await ask(librariesSchema, '/libraries')
    problems.value = []
  } catch (error) {
    problems.value = problemsOf(error)
  }
}
await load()

const find = useAddressChoice('find', '')
const found = computed(() => findLibraries(libraries.value ?? [], find.value))

const isMaking = ref(false)
const refused = ref<Problem[]>([])
const title = ref('')
const slug = computed(() =>
  title.value
    .toLowerCase()
    .replaceAll(/[^a-z0-9]+/g, '-')
    .replaceAll(/^[-0-9]+|-$/g, ''),
)
/** What others of one’s libraries are published under. */
const scope = computed(
  () => libraries.value?.map((library) => /^@[^/]+\//.exec(library.package)?.[0]).find(Boolean) ?? '',
)
/** What was written in place of a suggestion, once somebody did. */
const written = reactive<{ package?: string; prefix?: string }>({})
const packageName = computed({
  get: () => written.package ?? (slug.value && scope.value + slug.value),
  set: (text) => {
    written.package = text
  },
})
const prefix = computed({
  get: () => written.prefix ?? (slug.value && `${slug.value.replaceAll('-', '')}-`),
  set: (text) => {
    written.prefix = text
  },
})
async function make() {
  refused.value = []
  try {
    await ask(libraryMadeSchema, '/libraries', {
      method: 'POST',
      body: {
        slug: slug.value,
        title: title.value.trim(),
        package: packageName.value.trim(),
        prefix: prefix.value.trim(),
        visibility: 'private',
      },
    })
    await navigateTo(`/${slug.value}`)
  } catch (error) {
    refused.value = problemsOf(error, {
      slug: 'Name',
      title: 'Name',
      package: 'Package',
      prefix: 'Tag prefix',
    })
  }
}
const nameField = useTemplateRef<HTMLInputElement>('nameField')
async function begin() {
  isMaking.value = true
  await nextTick()
  nameField.value?.focus()
}
</script>

<template>
  <div>
    <TopBar />
    <main>
      <h1>Libraries</h1>
      <ProblemList :problems />
      <button v-if="problems.length" type="button" class="act" @click="load">Try again</button>
      <p v-if="libraries && !libraries.length" class="muted">
        {{
          account.person?.administrator
            ? 'There is no library yet. Make one, and bring its source in.'
            : 'You are on the staff of no library yet, and none is open. Ask a maintainer to let you in.'
        }}
      </p>
      <template v-if="libraries?.length">
        <input
          v-model="find"
          class="field plain"
          type="search"
          aria-label="Find a library or a component"
          placeholder="Find a library, a package, a component of any"
          autocomplete="off"
        />
        <LibraryRow
          v-for="row in found"
          :key="row.library.slug"
          :library="row.library"
          :found="row.components"
        />
        <p v-if="!found.length" class="muted" role="status">
          No library is called that, and none has a component of that name. What members are called, and
          words, are looked for on the shelf of each.
        </p>
      </template>
      <div v-if="account.person?.administrator" class="make">
        <button v-if="!isMaking" type="button" class="act" @click="begin">Make a library</button>
        <form v-else @submit.prevent="make">
          <label
            >Name
            <input
              ref="nameField"
              v-model="title"
              class="field plain"
              required
              maxlength="40"
              placeholder="Tern"
          /></label>
          <label
            >Package <span class="small muted">what consumers install</span>
            <input v-model="packageName" class="field" required maxlength="214" placeholder="@marram/tern"
          /></label>
          <label
            >Tag prefix <span class="small muted">what the tags of its elements begin with</span>
            <input v-model="prefix" class="field" required maxlength="40" placeholder="tern-"
          /></label>
          <ProblemList :problems="refused" />
          <p>
            <button class="act main">Make the library</button>{{ ' ' }}
            <button type="button" class="act" @click="isMaking = false">Cancel</button>
          </p>
        </form>
      </div>
    </main>
  </div>
</template>

<style scoped>
main {
  padding: 28px 24px;
  max-width: 1000px;
  display: grid;
  gap: 20px;
}
form {
  display: grid;
  gap: 10px;
  max-width: 360px;
}
</style>
