<script setup lang="ts">
import type { Usage } from '~~/core/code/usage'
import { changedUnder } from '~~/core/contract/aside'
import { packageOf } from '~~/core/contract/member'
import { describeMember, memberKey, memberTitle, type Contract, type Member } from '~~/core/contract/contract'
import type { Ledger } from '~~/core/ledger/ledger'
import type { WordsView } from '~~/core/wire'

/** One member: its mark, its facts, its words, and what is live of it. */
const { contract, member, ledger, since } = defineProps<{
  contract: Contract
  member: Member
  ledger: Ledger<WordsView>
  /** The newest version, where what changed since it is shown. */
  since: string | undefined
  answers: ReadonlyMap<number, { failed: boolean; text: string }>
}>()
const usage = defineModel<Usage>({ required: true })
defineEmits<{ written: [words: WordsView] }>()
const store = useLibrary()
const key = computed(() => memberKey(member))
const words = computed(() => ledger.wordsFor(key.value))
const found = computed(() => ledger.evidenceFor(member))
const mark = computed(() => ledger.markOf(member))
const status = computed(() => ledger.statusOf(member))
const inDoubt = computed(() => ledger.isInDoubt(member))
const change = computed(() => (since === undefined ? undefined : ledger.changeOf(member)))
/** A row is one stop of the Tab key: its editor, or else its name; arrows lead to what else is in it. */
const hasEditor = computed(() => isHandled(contract, member))
const markLabel = computed(() => {
  if (found.value) return `${found.value.mark}: ${found.value.says}`
  if (mark.value === 'differs') return 'comment and code differ'
  return mark.value === 'not tried' ? 'not tried in a browser yet' : mark.value
})
</script>

<template>
  <div class="row" :data-member="key">
    <Mark
      class="evidence"
      :class="{ bad: inDoubt, good: mark === 'seen' }"
      :name="mark"
      :label="markLabel"
      :title="markLabel"
    />
    <div class="facts">
      <NuxtLink
        class="code name"
        :tabindex="hasEditor ? -1 : undefined"
        :class="{ struck: status?.status === 'deprecated' }"
        :to="{ hash: `#${key}`, query: $route.query }"
        >{{ memberTitle(member) }}</NuxtLink
      >
      <div class="code muted type">{{ describeMember(member) }}</div>
      <div
        v-if="member.kind === 'prop' && member.attribute && member.attribute !== member.name.toLowerCase()"
        class="code muted type"
      >
        {{ member.attribute }}=
      </div>
      <div v-if="change" class="small good">
        <Mark :name="change === 'new' ? 'additive' : 'mend'" label="" /> {{ change }} since {{ since }}
      </div>
      <div v-if="status" class="gap"><ValueStatus :said="status" /></div>
    </div>
    <div class="said">
      <MemberWords
        :tag="contract.tag"
        :member="key"
        :title="memberTitle(member)"
        :words
        :comment="member.comment"
        :in-row="hasEditor"
        @written="$emit('written', $event)"
      />
      <p v-if="changedUnder(member, words)" class="small gap">
        The source said <code>{{ words!.facts }}</code> when this was written.
      </p>
      <p v-if="inDoubt && found" class="bad">
        {{ found.says
        }}<template v-if="found.between"
          >{{ ' ' }}<button type="button" class="link" @click="usage = found.between[0]">Before</button
          >{{ ' ' }}
          <button type="button" class="link" @click="usage = found.between[1]">after</button></template
        >
      </p>
      <p v-if="found?.remark" class="bad">{{ found.remark }}</p>
      <VariantLook v-if="member.kind === 'variant'" :contract :variant="member" :usage />
      <p v-for="disagreement in member.disagreements" :key="disagreement.about" class="bad">
        <template v-if="member.known === 'comment'">Documented, but {{ disagreement.code }}.</template>
        <template v-else
          >The comment says {{ disagreement.about }} <code>{{ disagreement.comment }}</code>, the code
          <code>{{ disagreement.code }}</code>.</template
        >
      </p>
      <p v-if="member.kind === 'slot' && usage.slots[member.name] && member.feeds.length" class="small gap">
        Takes the fallback’s place; {{ member.feeds.join(' and ') }}
        {{ member.feeds.length === 1 ? 'has' : 'have' }} no outlet while it is filled.
      </p>
    </div>
    <div class="value">
      <MemberValue v-model="usage" :contract :member :answers />
      <span v-if="packageOf(member.place)" class="small muted place">from {{ packageOf(member.place) }}</span>
      <NuxtLink
        v-else
        class="code muted place"
        tabindex="-1"
        :to="{
          path: `/${store.slug}/source`,
          query: { path: member.place.file, line: member.place.line, of: contract.tag },
        }"
        >{{ member.place.file.split('/').at(-1) }} {{ member.place.line }}</NuxtLink
      >
    </div>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  position: relative;
  grid-template-columns: 20px 128px minmax(0, 1fr) 172px;
  gap: 10px;
  padding: 7px 18px 7px 0;
  border-top: 1px solid var(--rule-soft);
  align-items: start;
  scroll-margin: 40px;
}
.row.at,
.row:focus-within {
  background: var(--kelp-wash);
  box-shadow: -24px 0 0 var(--kelp-wash);
}
.evidence {
  margin-top: 4px;
  color: var(--muted);
}
.evidence.bad {
  color: var(--rust);
}
.facts {
  min-width: 0;
  overflow-wrap: anywhere;
}
.name {
  font-size: 13px;
  line-height: 20px;
  font-weight: 500;
}
.name:hover {
  color: var(--kelp);
}
.struck {
  text-decoration: line-through;
}
.type {
  font-size: 11px;
  line-height: 16px;
}
.said p {
  font-size: 13px;
  line-height: 18px;
}
.value {
  min-width: 0;
}
.place {
  font-size: 11px;
  line-height: 14px;
  opacity: 0;
  position: absolute;
  right: 4px;
  bottom: 0;
  background: var(--paper);
  padding: 0 4px;
}
.row:hover .place,
.place:focus-visible {
  opacity: 1;
}
.place:hover {
  color: var(--kelp);
}
.row :deep(.apart) {
  opacity: 0;
}
.row:hover :deep(.apart),
.row:focus-within :deep(.apart),
.row :deep(.apart:focus-visible) {
  opacity: 1;
}
@media (max-width: 800px) {
  .row {
    grid-template-columns: 20px minmax(0, 1fr);
  }
  .row > * {
    grid-column: 2;
  }
  .row > .evidence {
    grid-column: 1;
  }
}
</style>
