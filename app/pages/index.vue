<script setup lang="ts">
import { componentTitle } from '~~/core/contract/contract'
import { librariesSchema, libraryMadeSchema, type LibraryListed } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

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

/** Spines that are drawn of one library at most. */
const most = 80
function waiting(library: LibraryListed): string {
  if (library.isBusy) return 'source is being brought in'
  if (!library.components.length) return 'nothing on the shelf yet'
  if (!library.latest) return 'nothing published yet'
  if (!library.changesSince) return 'nothing waits to be published'
  return `${plural(library.changesSince, 'component differs', 'components differ')} from it`
}

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
      <NuxtLink v-for="library in libraries" :key="library.slug" :to="`/${library.slug}`" class="library">
        <span class="head"
          ><b class="title">{{ library.title }}</b>
          <span class="code muted">{{ library.package }}</span></span
        >
        <span class="standing small"
          ><span class="code">{{ library.latest ?? 'no version' }}</span
          >{{ ' ' }}
          <span :class="library.changesSince || library.isBusy ? 'gap' : 'muted'">{{
            waiting(library)
          }}</span>{{ ' ' }}
          <span class="muted role"
            >{{ library.role ?? (account.person?.administrator ? 'administrator' : 'visitor') }},
            {{ library.visibility === 'open' ? 'open to everybody' : 'for its staff' }}</span
          ></span
        >
        <span class="plank" role="img" :aria-label="plural(library.components.length, 'component')"
          ><span
            v-for="tag in library.components.slice(0, most)"
            :key="tag"
            class="spine"
            :title="componentTitle(tag, library.prefix)"
          /><span v-if="library.components.length > most" class="small muted more"
            >and {{ library.components.length - most }} more</span
          ></span
        >
      </NuxtLink>
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
.library {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 4px 24px;
  align-items: baseline;
}
.title {
  font: 500 22px/28px var(--name);
}
.library:hover .title {
  color: var(--kelp);
}
.standing {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
}
.plank {
  grid-column: 1 / -1;
  display: flex;
  align-items: flex-end;
  gap: 2px;
  min-height: 30px;
  overflow: hidden;
  border-bottom: 1.5px solid var(--ink);
}
.spine {
  flex: none;
  width: 9px;
  height: 26px;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-bottom: 0;
}
.library:hover .spine {
  border-color: var(--kelp);
}
.more {
  margin-left: 8px;
  white-space: nowrap;
}
form {
  display: grid;
  gap: 10px;
  max-width: 360px;
}
@media (max-width: 700px) {
  .library {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
