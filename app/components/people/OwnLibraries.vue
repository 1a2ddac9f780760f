<script setup lang="ts">
import { nothingSchema, type LibraryListed } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

/** The libraries somebody is on the staff of, each to be left. */
const { libraries } = defineProps<{ libraries: LibraryListed[] }>()
const account = useAccount()
const own = computed(() => libraries.filter(({ role }) => role !== null))
const asked = ref<string>()
const problems = ref<Problem[]>([])

const { act } = useActs(problems)
const leave = (slug: string) =>
  act(async () => {
    await ask(nothingSchema, `/libraries/${slug}/staff`, { method: 'DELETE' })
    // whoever leaves is signed out wherever they are
    await account.load()
    await navigateTo('/sign-in')
  })
</script>

<template>
  <section aria-labelledby="own-libraries">
    <h2 id="own-libraries">On the staff of</h2>
    <ul v-if="own.length">
      <li v-for="library in own" :key="library.slug">
        <NuxtLink class="link" :to="`/${library.slug}`">{{ library.title }}</NuxtLink> {{ library.role }}
        <span v-if="asked === library.slug" class="end"
          >You are signed out everywhere, and need an invitation to come back.
          <button type="button" class="link bad" @click="leave(library.slug)">Leave it</button> ·
          <button type="button" class="link" @click="asked = undefined">Cancel</button></span
        >
        <button
          v-else
          type="button"
          class="link end"
          :aria-label="`Leave ${library.title} …`"
          @click="asked = library.slug"
        >
          Leave …
        </button>
      </li>
    </ul>
    <p v-else class="muted">None yet: a maintainer invites you.</p>
    <ProblemList :problems />
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  gap: 12px;
  padding: 7px 0;
  border-bottom: 1px solid var(--rule-soft);
  align-items: baseline;
}
.end {
  margin-left: auto;
}
</style>
