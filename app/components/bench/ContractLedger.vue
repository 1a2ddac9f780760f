<script setup lang="ts">
import type { Usage } from '~~/core/code/usage'
import { kindTitle, memberKey, memberTitle, type Contract, type Member } from '~~/core/contract/contract'
import type { Evidence } from '~~/core/evidence/evidence'
import { isLedgerFilter, Ledger, ledgerFilters, type LedgerFilter } from '~~/core/ledger/ledger'
import { sinceSchema, type Since, type WordsView } from '~~/core/wire'

/** The contract, a row a member: name, facts, words, and the live value in one. */
const { contract, words, at, evidence, combinations } = defineProps<{
  contract: Contract
  words: WordsView[]
  at: string
  evidence?: ReadonlyMap<string, Evidence>
  /** What called methods answered, by the place of the call. */
  answers: ReadonlyMap<number, { failed: boolean; text: string }>
  combinations: ReturnType<typeof useCombinations>
}>()
const usage = defineModel<Usage>({ required: true })
useKeys([{ keys: '← →', does: 'in a row of the contract: to the next thing in it; in fields with Alt' }])
const emit = defineEmits<{ written: [words: WordsView]; moved: [] }>()
const store = useLibrary()
const since = shallowRef<Since>()
watch(
  [() => contract.tag, () => store.releaseStamp],
  async () => {
    since.value = undefined
    if (!store.isNow) return
    since.value = await ask(sinceSchema, `/libraries/${store.slug}/components/${contract.tag}/since`).catch(
      () => undefined,
    )
  },
  { immediate: true },
)
const ledger = computed(
  () => new Ledger<WordsView>({ contract, words, tokens: store.tokenSet, evidence, since: since.value }),
)
const which = useAddressChoice('members', 'all')
const filter = computed<LedgerFilter>(() => (isLedgerFilter(which.value) ? which.value : 'all'))
const sections = computed(() => ledger.value.sections(filter.value))
const goneSince = computed(() => (filter.value === 'since' ? ledger.value.gone : []))
const options = computed(() =>
  (Object.keys(ledgerFilters) as LedgerFilter[])
    .filter((value) => value !== 'since' || since.value?.version)
    .map((value) => ({
      value,
      title: value === 'since' ? `those that changed since ${since.value!.version}` : ledgerFilters[value],
      note: value === 'all' ? undefined : String(ledger.value.count(value)),
    })),
)
/** Below which section it stands what is said of several values together: variants, or else props. */
const kindTogether = computed(() =>
  sections.value.some(({ kind }) => kind === 'variant') ? 'variant' : 'prop',
)
function note(rows: Member[]): string {
  const { all, dull, notFound, differ } = ledger.value.countsOf(rows)
  return [
    count(all),
    dull && `${count(dull)} without effect`,
    notFound && `${count(notFound)} not found`,
    differ && `${count(differ)} whose comment differs from the code`,
  ]
    .filter(Boolean)
    .join(', ')
}
</script>

<template>
  <section class="ledger" aria-label="Contract" @keydown="moveInRow">
    <div class="about">
      <MemberWords
        :tag="contract.tag"
        member="component:"
        title="the component"
        :words="ledger.wordsFor('component:')"
        :comment="contract.summary || undefined"
        @written="emit('written', $event)"
      />
    </div>
    <p class="sentence pick">
      The contract: <Choice v-model="which" label="Which members" :options />. <slot name="tried" />
    </p>
    <p v-if="goneSince.length" class="small gone">
      Gone since {{ since!.version }}:
      <template v-for="(member, i) in goneSince" :key="i"
        ><template v-if="i">, </template>{{ kindTitle(member.member.kind) }}
        <span class="code struck">{{ memberTitle(member.member) }}</span></template
      >.
    </p>
    <p v-if="!sections.length && !goneSince.length" class="muted none">
      {{ contract.members.length ? 'No member is like that.' : 'It offers nothing that was found.' }}
    </p>
    <div data-work tabindex="-1" aria-label="Members" role="group" class="work" />
    <template v-for="section in sections" :key="section.kind">
      <div class="kind">
        <h3>{{ section.heading }}</h3>
        {{ ' ' }}
        <span class="small muted">{{ note(section.rows) }}</span>
      </div>
      <template v-if="section.kind === 'variant'">
        <VariantRows
          v-for="axis in ledger.axesOf(section.rows)"
          :key="axis.name"
          v-model="usage"
          :axis
          :contract
          :ledger
          :at
          :answers
          :since="filter === 'since' ? (since?.version ?? undefined) : undefined"
          @written="emit('written', $event)"
        />
      </template>
      <MemberRow
        v-for="member in section.kind === 'variant' ? [] : section.rows"
        :id="memberKey(member)"
        :key="member.name"
        v-model="usage"
        :class="{ at: at === memberKey(member) }"
        :contract
        :member
        :ledger
        :answers
        :since="filter === 'since' ? (since?.version ?? undefined) : undefined"
        @written="emit('written', $event)"
      />
      <NamedVariants
        v-if="filter === 'all' && section.kind === kindTogether"
        v-model="usage"
        :contract
        :combinations
        :words-for="(key) => ledger.wordsFor(key)"
        @written="emit('written', $event)"
      />
    </template>
    <WordsAside v-if="ledger.aside.length" :tag="contract.tag" :aside="ledger.aside" @moved="emit('moved')" />
    <AlsoRead v-if="ledger.tokens.length || ledger.browserStates.length" :tag="contract.tag" :ledger />
  </section>
</template>

<style scoped>
.ledger {
  overflow-y: auto;
  padding: 0 0 32px 24px;
  min-width: 0;
}
.about {
  padding: 10px 18px 4px 0;
}
.work:focus {
  outline: none;
}
.kind {
  display: flex;
  gap: 10px;
  align-items: baseline;
  padding: 10px 0 4px;
}
.kind h3 {
  font-size: 15px;
}
.gone {
  padding: 4px 18px 4px 0;
  color: var(--rust);
}
.struck {
  text-decoration: line-through;
}
.pick {
  padding: 2px 18px 2px 0;
}
.none {
  padding: 12px 0;
}
</style>
