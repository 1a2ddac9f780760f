<script setup lang="ts">
import { codeStyles, stylesOf, type CodeStyle } from '~~/core/code/frameworks'
import { startersSchema, type Starter } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

/** Every example a library offers to begin with, live, with its code for one framework. */
const store = useLibrary()
useHead({ title: () => `Starters · ${store.library?.title} · Kept Shelf` })
const theme = useAddressChoice('theme', store.baseTheme)
const chosenStyle = useAddressChoice('code', 'html')
const said = useAddressChoice('said', '')
const starters = shallowRef<Starter[]>()
const problems = ref<Problem[]>([])
watch(
  () => [store.slug, store.wordsStamp, store.library?.revision?.number],
  async () => {
    try {
      starters.value = await ask(startersSchema, `/libraries/${store.slug}/starters`)
      problems.value = []
    } catch (error) {
      problems.value = problemsOf(error)
    }
  },
  { immediate: true },
)
const stylesFor = (tag: string) => {
  const contract = store.find(tag)?.contract
  return contract ? stylesOf(contract) : []
}
const styles = computed(() =>
  (Object.keys(codeStyles) as CodeStyle[]).filter((key) =>
    (starters.value ?? []).some(({ tag }) => stylesFor(tag).includes(key)),
  ),
)
/** Code a component has none of is code of the kind it has. */
const styleFor = (tag: string): CodeStyle => {
  const own = stylesFor(tag)
  return own.find((codeStyle) => codeStyle === chosenStyle.value) ?? own[0] ?? 'html'
}
const shown = computed(() =>
  (starters.value ?? []).filter((starter) =>
    `${starter.name} ${starter.notes} ${starter.tag} ${store.title(starter.tag)}`
      .toLowerCase()
      .includes(said.value.trim().toLowerCase()),
  ),
)
const host = frameName()
</script>

<template>
  <main class="page">
    <h1>Starters</h1>
    <p class="sentence">
      What {{ store.library?.title }} offers as a start, speaking of
      <input
        v-model="said"
        class="said"
        type="search"
        aria-label="Speaking of"
        placeholder="anything"
        size="10"
        autocomplete="off"
        @keydown.escape="said = ''"
      />, dressed in <Choice v-model="theme" label="Theme" :options="store.themeChoices" /><template
        v-if="styles.length"
        >, with code for
        <Choice
          v-model="chosenStyle"
          label="Code for"
          :options="styles.map((value) => ({ value, title: codeStyles[value] }))" /></template
      >.
    </p>
    <ProblemList :problems />
    <div class="all">
      <ExampleFigure
        v-for="starter in shown"
        :key="starter.id"
        :of="{ ...starter, anchor: `${starter.tag}-${anchorOf(starter.name)}` }"
        :tag="starter.tag"
        :theme
        :code-style="styleFor(starter.tag)"
        :host
        open
      >
        <template #of
          ><NuxtLink class="link small" :to="`/${store.slug}/${starter.tag}/guide`">{{
            store.title(starter.tag)
          }}</NuxtLink></template
        >
      </ExampleFigure>
    </div>
    <p v-if="starters && !starters.length" class="muted">
      There are no starters yet. On the bench, save a way of showing a component as an example, and offer it
      as a starter.
    </p>
    <p v-else-if="starters && !shown.length" class="muted">
      None of the {{ count(starters.length) }} speaks of that.
      <button type="button" class="link" @click="said = ''">Show all</button>
    </p>
  </main>
</template>

<style scoped>
.page {
  gap: 16px;
}
.said {
  font: 500 14px/20px var(--ui);
  color: var(--kelp);
  background: none;
  border: 0;
  border-bottom: 1px dotted var(--kelp);
  padding: 0;
}
.all {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 420px), 1fr));
  gap: 28px 40px;
  align-items: start;
}
</style>
