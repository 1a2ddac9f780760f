<script setup lang="ts">
import type { z } from 'zod'
import { librariesSchema } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

const account = useAccount()
const store = useLibrary()
const libraries = ref<z.infer<typeof librariesSchema>>()
const problems = ref<Problem[]>([])
const made = reactive({ slug: '', title: '', package: '', prefix: '', visibility: 'private' as const })
const making = ref(false)
const refused = ref<Problem[]>([])
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
async function make() {
  try {
    const slug = made.title
      .toLowerCase()
      .replaceAll(/[^a-z0-9]+/g, '-')
      .replaceAll(/^-|-$/g, '')
    await ask(librariesSchema.element.partial(), '/libraries', { method: 'POST', body: { ...made, slug } })
    await navigateTo(`/${slug}`)
  } catch (error) {
    refused.value = problemsOf(error)
  }
}
await load()
</script>

<template>
  <div>
    <TopBar />
    <main>
      <h1>Libraries</h1>
      <ProblemList :problems />
      <button v-if="problems.length" type="button" class="act" @click="load">Try again</button>
      <p v-if="libraries && !libraries.length" class="muted">
        You are on the staff of no library yet, and none is open. Ask a maintainer to let you in.
      </p>
      <NuxtLink v-for="library in libraries" :key="library.slug" :to="`/${library.slug}`" class="library">
        <h2>{{ library.title }}</h2>
        {{ ' ' }} <span class="code muted">{{ library.package }}</span>{{ ' ' }}
        <span class="small muted">{{
          library.visibility === 'open' ? 'open to everybody' : 'for its staff'
        }}</span>
      </NuxtLink>
      <div v-if="account.person?.administrator" class="make">
        <button v-if="!making" type="button" class="act" @click="making = true">Make a library</button>
        <form v-else @submit.prevent="make">
          <label
            >Name <input v-model="made.title" class="field plain" required maxlength="40" placeholder="Tern"
          /></label>
          <label
            >Package <input v-model="made.package" class="field" required placeholder="@marram/tern"
          /></label>
          <label>Tag prefix <input v-model="made.prefix" class="field" required placeholder="tern-" /></label>
          <ProblemList :problems="refused" />
          <p>
            <button class="act main">Make it</button>{{ ' ' }}
            <button type="button" class="act" @click="making = false">Leave it</button>
          </p>
        </form>
      </div>
    </main>
  </div>
</template>

<style scoped>
main {
  padding: 28px 24px;
  max-width: 720px;
  display: grid;
  gap: 12px;
}
.library {
  display: flex;
  gap: 16px;
  align-items: baseline;
  padding: 12px 0;
  border-bottom: 1px solid var(--rule);
}
.library:hover h2 {
  color: var(--kelp);
}
form {
  display: grid;
  gap: 10px;
  max-width: 320px;
}
</style>
