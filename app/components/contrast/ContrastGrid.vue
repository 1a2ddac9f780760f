<script setup lang="ts">
import { gridOf } from '~~/core/contrast/grid'
import type { LibraryPair } from '~~/core/contrast/gather'
import { askedOf } from '~~/core/contrast/wcag'
import type { Resolved } from '~~/core/tokens/resolve'

/** Every colour that is painted on every one that stands behind, whether they have met yet or not. */
const { tokens, purposes, pairs, tokenOf, theme } = defineProps<{
  tokens: ReadonlyMap<string, Resolved>
  purposes: Readonly<Record<string, string[]>>
  pairs: readonly LibraryPair[]
  tokenOf: (property: string) => string | undefined
  theme: string
}>()
const store = useLibrary()
const grid = computed(() => gridOf({ tokens, purposes: new Map(Object.entries(purposes)), pairs, tokenOf }))
/** What a pair of this contrast is good for, in a word. */
const goodFor = (ratio: number, wants: number): string =>
  ratio >= wants ? '' : ratio >= askedOf.large ? 'large only' : 'not read'
const tokenLink = (path: string) => ({ path: `/${store.slug}/tokens`, query: { token: path } })
</script>

<template>
  <section aria-label="Tokens on one another">
    <h2 class="ruled">Tokens on one another, in {{ store.themeTitle(theme) }}</h2>
    <p v-if="!grid.inks.length || !grid.grounds.length" class="small muted">
      No sheet uses tokens for text and for what is behind it. Tokens of the semantic tier stand here, by what
      sheets use them for.
    </p>
    <div v-else class="scroll">
      <table>
        <caption class="small muted">
          What is painted, by row, on what is behind, by column: contrast to 1. Underlined is what was seen
          together.
        </caption>
        <thead>
          <tr>
            <td />
            <th v-for="ground in grid.grounds" :key="ground.path" scope="col">
              <NuxtLink class="code" :to="tokenLink(ground.path)">{{ ground.path }}</NuxtLink>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(ink, row) in grid.inks" :key="ink.path">
            <th scope="row">
              <NuxtLink class="code" :to="tokenLink(ink.path)">{{ ink.path }}</NuxtLink>
            </th>
            <td v-for="(ground, column) in grid.grounds" :key="ground.path">
              <ColourSample class="beside" :colour="ink.css" :ground="ground.css" />
              <span :class="{ together: grid.cells[row]![column]!.isSeen }">{{
                grid.cells[row]![column]!.ratio.toFixed(2)
              }}</span>
              <span class="small muted word">{{ goodFor(grid.cells[row]![column]!.ratio, ink.wants) }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
section {
  padding-top: 16px;
}
.scroll {
  overflow-x: auto;
}
table {
  border-collapse: collapse;
}
caption {
  text-align: start;
  padding: 6px 0;
}
th,
td {
  text-align: start;
  font-weight: 400;
  padding: 5px 14px 5px 0;
  border-bottom: 1px solid var(--rule-soft);
  white-space: nowrap;
}
.beside {
  margin-inline-end: 8px;
}
.together {
  font-weight: 600;
  text-decoration: underline;
}
.word {
  margin-inline-start: 6px;
}
</style>
