<script setup lang="ts">
import { sayActs } from '~~/core/acts/sentence'
import type { Usage } from '~~/core/code/usage'
import { memberKey, type Contract } from '~~/core/contract/contract'
import { reachedIn } from '~~/core/states/reached'
import { statesFoundSchema, type WordsView } from '~~/core/wire'

/** The states a component was seen in, live, for its readers: what each is called, and how it comes about. */
const { contract, face, theme, wordsFor } = defineProps<{
  contract: Contract
  face: Usage
  theme: string
  wordsFor: (key: string) => WordsView | undefined
}>()
const store = useLibrary()
const { looked } = useLooked(
  toRef(() => contract.tag),
  'states',
  statesFoundSchema,
)
const chart = computed(() => looked.value?.chart)
const all = computed(() => (chart.value?.states ?? []).slice(1))
/** Each is a rendering of its own: a guide shows the nearest. */
const most = 6
const states = computed(() => all.value.slice(0, most))
const reached = computed(() => (chart.value ? reachedIn(contract, chart.value) : []))
const host = frameName()
/** What is said of the states of the source that one found is in, and of no more than that. */
const wordsOn = (id: number): string[] =>
  reached.value.flatMap(({ state, in: seen }) => {
    const words = wordsFor(memberKey(state))?.text || state.comment
    return seen.includes(id) && !seen.includes(0) && words ? [words] : []
  })
</script>

<template>
  <section v-if="states.length" aria-label="States">
    <h2 class="ruled">States</h2>
    <ul>
      <li v-for="state in states" :key="state.id">
        <StateStation :tag="contract.tag" :face :state :theme :host />
        <div class="said">
          <b>{{ state.title }}</b>
          <NuxtLink class="link small" :to="`/${store.slug}/${contract.tag}/states?state=${state.id}`"
            >What leads here</NuxtLink
          >
        </div>
        <WordsText v-for="words in wordsOn(state.id)" :key="words" :text="words" :tag="contract.tag" />
        <p class="small muted">{{ sayActs(state.way) }}</p>
      </li>
    </ul>
    <p v-if="all.length > most" class="small">
      <NuxtLink class="link" :to="`/${store.slug}/${contract.tag}/states`"
        >All {{ count(all.length) }}, and which leads where</NuxtLink
      >
    </p>
    <p v-if="!looked!.current" class="small muted">Seen in a browser before it was changed.</p>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 12px 0 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 22px 32px;
}
li {
  display: grid;
  gap: 4px;
  align-content: start;
}
.said {
  display: flex;
  gap: 12px;
  align-items: baseline;
  border-top: 1.5px solid var(--ink);
  padding-top: 4px;
}
.said b {
  font-weight: 500;
}
</style>
