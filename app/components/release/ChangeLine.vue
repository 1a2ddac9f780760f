<script setup lang="ts">
import { codeStyles } from '~~/core/code/frameworks'
import type { DifferenceView } from '~~/core/wire'

/** One difference: what it weighs, what stood there and stands there now, and what consumers change for it. */
const { change, version } = defineProps<{
  change: DifferenceView['changes'][number]
  /** The version that is compared with. */
  version: string
}>()
const store = useLibrary()
const standing = computed(() => (change.tag === undefined ? undefined : store.find(change.tag)))
const linesOf = (text: string) => (text === '' ? [] : text.split('\n'))
const place = computed(
  () =>
    standing.value?.contract.members.find((member) => `${member.kind}:${member.name}` === change.member)
      ?.place,
)
</script>

<template>
  <li class="line">
    <WeightMark :weight="change.weight" />
    <div>
      <p class="prose-line">
        {{ change.says }}{{ ' ' }}
        <span v-if="change.before !== undefined || change.now !== undefined" class="code values"
          ><del v-if="change.before !== undefined">{{ change.before }}</del
          ><span v-if="change.before !== undefined && change.now !== undefined" aria-hidden="true"> → </span
          ><ins v-if="change.now !== undefined">{{ change.now }}</ins></span
        >
        <span v-if="change.usual" class="small muted">
          {{ ' ' }}Counted as {{ change.weight }} here; by itself the rule says {{ change.usual }}.</span
        >
        <span v-if="change.inner" class="small muted">{{ ' ' }}Only the library itself uses it.</span>
        <span v-if="change.goneIn" class="small muted">{{ ' ' }}It was to go in {{ change.goneIn }}.</span>
      </p>
      <details v-if="change.code?.length" class="small">
        <summary class="link">What consumers change</summary>
        <div v-for="moved in change.code" :key="moved.style" class="moved">
          <h4 class="muted">{{ codeStyles[moved.style] }}</h4>
          <div tabindex="0" role="group" :aria-label="`In ${codeStyles[moved.style]}`" class="code lines">
            <del v-for="line in linesOf(moved.before)" :key="line"
              ><span aria-hidden="true">− </span>{{ line }}</del
            >
            <ins v-for="line in linesOf(moved.now)" :key="line"
              ><span aria-hidden="true">+ </span>{{ line }}</ins
            >
          </div>
        </div>
      </details>
    </div>
    <span class="small more">
      <NuxtLink
        v-if="place"
        class="link"
        :to="{ path: `/${store.slug}/source`, query: { path: place.file, line: place.line, of: change.tag } }"
        :aria-label="`Source: ${change.says}`"
        >source</NuxtLink
      >
      <NuxtLink
        v-if="change.token"
        class="link"
        :to="{ path: `/${store.slug}/tokens`, query: { token: change.token } }"
        :aria-label="`${change.token} in the table`"
        >in the table</NuxtLink
      >
      <NuxtLink
        class="link code"
        :to="{ path: `/${store.slug}/difference`, query: { from: version, rule: change.rule } }"
        :aria-label="`The rule ${change.rule}`"
        >{{ change.rule }}</NuxtLink
      >
    </span>
  </li>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 14px minmax(0, 1fr) auto;
  gap: 8px;
  align-items: baseline;
  padding: 4px 0;
}
p {
  overflow-wrap: anywhere;
}
.more {
  display: flex;
  gap: 12px;
}
del {
  color: var(--bad);
  text-decoration-thickness: 1px;
}
ins {
  text-decoration: none;
  font-weight: 500;
}
.moved {
  display: grid;
  grid-template-columns: 110px minmax(0, 1fr);
  gap: 12px;
  align-items: baseline;
  border-top: 1px solid var(--rule-soft);
  padding: 3px 0;
}
.moved h4 {
  margin: 0;
  font-weight: 400;
}
.lines {
  overflow-x: auto;
  white-space: pre;
}
.lines > * {
  display: block;
  text-decoration: none;
}
</style>
