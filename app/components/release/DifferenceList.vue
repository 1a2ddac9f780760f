<script setup lang="ts">
import { groupChanges, type ChangeGroup } from '~~/core/release/grouped'
import type { DifferenceView } from '~~/core/wire'

/** Differences by component, tokens and package, the heaviest first; of many the first until all are asked for. */
const {
  difference,
  changes,
  most = 12,
} = defineProps<{
  difference: DifferenceView
  /** Those that are told of it. */
  changes: DifferenceView['changes']
  /** Groups, and lines of a group, that are told at first. */
  most?: number
}>()
const store = useLibrary()
const groups = computed(() => groupChanges(changes))
const { told, left, showAll } = useFirstOf(
  () => groups.value,
  () => most,
)
const whole = ref(new Set<string>())
const linesOf = (group: ChangeGroup) =>
  whole.value.has(group.name) ? group.changes : group.changes.slice(0, most)
function openWhole(name: string) {
  whole.value = new Set([...whole.value, name])
}
const titleOf = ({ of, name }: ChangeGroup) =>
  of === 'component' ? store.title(name) : of === 'dress' ? 'Tokens and themes' : 'The package'
/** What is said of a component as a whole, where that is all: it stands in the heading. */
const wholeOf = ({ changes: [first, ...rest] }: ChangeGroup) => {
  const word = /^component-(new|gone)$/.exec(first?.rule ?? '')?.[1]
  return word && rest.length === 0 ? word : undefined
}
const beside = (tag: string) => ({
  path: `/${store.slug}/${tag}/compare`,
  query: { right: `version:${difference.from}` },
})
</script>

<template>
  <div>
    <section v-for="group in told" :key="group.name" class="group" :aria-label="titleOf(group)">
      <header>
        <WeightMark :weight="group.weight" />
        <h3>
          <NuxtLink
            v-if="group.of === 'component' && store.find(group.name)"
            class="link"
            :to="`/${store.slug}/${group.name}`"
            >{{ titleOf(group) }}</NuxtLink><template v-else>{{ titleOf(group) }}</template>
        </h3>
        <span v-if="group.of === 'component'" class="code muted">{{ group.name }}</span>
        <span v-if="wholeOf(group)">is {{ wholeOf(group) }}</span>
        <NuxtLink
          v-if="
            group.of === 'component' && difference.to === null && store.find(group.name) && !wholeOf(group)
          "
          class="link small beside"
          :to="beside(group.name)"
          :aria-label="`${titleOf(group)} beside ${difference.from}`"
          >Look at both</NuxtLink
        >
      </header>
      <ul v-if="!wholeOf(group)">
        <ChangeLine
          v-for="change in linesOf(group)"
          :key="`${change.rule} ${change.about}`"
          :change
          :version="difference.from ?? ''"
        />
        <li v-if="linesOf(group).length < group.changes.length">
          <button type="button" class="act" @click="openWhole(group.name)">
            Show {{ count(group.changes.length - linesOf(group).length) }} more
          </button>
        </li>
      </ul>
    </section>
    <button v-if="left" type="button" class="act rest" @click="showAll">Show {{ count(left) }} more</button>
  </div>
</template>

<style scoped>
.group {
  border-bottom: 1px solid var(--rule-soft);
  padding: 8px 0;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: baseline;
}
h3 {
  font: 500 14px/20px var(--ui);
}
.beside {
  margin-left: auto;
}
ul {
  list-style: none;
  margin: 2px 0 0;
  padding: 0 0 0 22px;
}
.rest {
  margin-top: 10px;
}
</style>
