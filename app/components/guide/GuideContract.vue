<script setup lang="ts">
import { describeMember, memberKey, memberTitle, type Contract } from '~~/core/contract/contract'
import { guideSections } from '~~/core/guide/sections'
import { isDoubted } from '~~/core/evidence/evidence'
import type { WordsView } from '~~/core/wire'

/** All that a component offers, as its readers get it. */
const { contract, wordsFor } = defineProps<{
  contract: Contract
  wordsFor: (key: string) => WordsView | undefined
}>()
const store = useLibrary()
const tag = computed(() => contract.tag)
const sections = computed(() =>
  // the plate of variants tells of those
  guideSections(contract, store.tokenSet).filter(({ kind }) => kind !== 'variant'),
)
const seen = computed(
  () =>
    new Map(
      (store.evidenceFor(tag.value)?.evidence ?? []).map((seenMember) => [seenMember.member, seenMember]),
    ),
)
const evidenceFor = (member: string) => seen.value.get(member)
const isInDoubt = (member: string) => isDoubted(evidenceFor(member)?.mark ?? '')
</script>

<template>
  <div class="contracts">
    <section v-for="section in sections" :key="section.kind" class="contract" :aria-label="section.heading">
      <h2 class="ruled">{{ section.heading }}</h2>
      <table>
        <tbody>
          <tr
            v-for="member in section.members"
            :id="memberKey(member)"
            :key="member.name"
            :data-member="memberKey(member)"
          >
            <th scope="row">
              <NuxtLink
                class="code"
                :class="{ struck: member.deprecated !== undefined }"
                :to="{ hash: `#${memberKey(member)}`, query: $route.query }"
                >{{ memberTitle(member) }}</NuxtLink><span
                v-if="evidenceFor(memberKey(member))"
                class="mark-of"
                :class="{ bad: isInDoubt(memberKey(member)) }"
                ><Mark
                  :name="evidenceFor(memberKey(member))!.mark"
                  :label="`${evidenceFor(memberKey(member))!.mark}: ${evidenceFor(memberKey(member))!.says}`"
                  :title="evidenceFor(memberKey(member))!.says"
              /></span>
              <div v-if="member.since" class="small muted">since {{ member.since }}</div>
            </th>
            <td class="code">
              {{ describeMember(member) }}
              <div v-if="member.kind === 'prop' && member.attribute" class="muted">
                {{ member.attribute }}=
              </div>
            </td>
            <td>
              <WordsText
                v-if="wordsFor(memberKey(member))?.text || member.comment"
                :text="wordsFor(memberKey(member))?.text || member.comment || ''"
                :tag
              /><span v-if="member.deprecated !== undefined" class="gap"
                ><Mark name="deprecated" /> {{ member.deprecated || 'deprecated' }}</span
              >
            </td>
          </tr>
        </tbody>
      </table>
    </section>
  </div>
</template>

<style scoped>
.contracts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 640px), 1fr));
  gap: 16px 48px;
  align-items: start;
}
.mark-of {
  margin-inline-start: 6px;
}
table {
  width: 100%;
  table-layout: fixed;
}
th {
  text-align: left;
  font-weight: 500;
  width: 190px;
}
th,
td {
  vertical-align: top;
  padding: 7px 16px 7px 0;
  border-bottom: 1px solid var(--rule-soft);
  overflow-wrap: anywhere;
}
td.code {
  width: 300px;
}
tr {
  scroll-margin: 60px;
}
tr:target > * {
  background: var(--kelp-wash);
}
.struck {
  text-decoration: line-through;
}
@media (max-width: 800px) {
  th,
  td,
  td.code {
    display: block;
    width: auto;
    border: 0;
    padding: 2px 0;
  }
  tr {
    display: block;
    border-bottom: 1px solid var(--rule-soft);
    padding: 6px 0;
  }
}
</style>
