<script setup lang="ts">
import { ruleNames, ruleTexts, type Finding } from '~~/core/check/check'
import type { TierRule } from '~~/core/check/tier-rule'
import { madeSchema, nothingSchema, type Waiver } from '~~/core/wire'

/** What the rules notice in the whole library, rule by rule, and what of that is let stand. */
const store = useLibrary()
useHead({ title: () => `Findings · ${store.library?.title} · Kept Shelf` })
const rule = useAddressChoice('rule', 'any')
const component = useAddressChoice('of', 'all')
const shown = useAddressChoice('shown', 'open')
const { isLoaded, findings, open, stale, waiverOf, tiers, problems, load } = useFindings()
const { say } = useSay()
const { going, problems: mendProblems, mend, mendAll } = useMending()
const told = computed(() => [...problems.value, ...mendProblems.value])

const wanted = (finding: Finding) =>
  (rule.value === 'any' || finding.rule === rule.value) &&
  (component.value === 'all' || finding.tag === component.value) &&
  (shown.value === 'all' || (shown.value === 'waived') === (waiverOf(finding) !== undefined))
const groups = computed(() =>
  ruleNames.flatMap((name) => {
    const ofRule = findings.value.filter((finding) => finding.rule === name && wanted(finding))
    return ofRule.length ? [{ name, ...ruleTexts[name], findings: ofRule }] : []
  }),
)
const countOf = (name: string) => open.value.filter((finding) => finding.rule === name).length
const rules = computed(() => [
  { value: 'any', title: 'every rule' },
  ...ruleNames.map((value) => ({
    value,
    title: ruleTexts[value].title.replace(/^./, (letter) => letter.toLowerCase()),
    note: String(countOf(value)),
  })),
])
const components = computed(() => [
  { value: 'all', title: 'the whole library' },
  ...[...new Set(findings.value.flatMap(({ tag }) => tag ?? []))].map((tag) => ({
    value: tag,
    title: store.title(tag),
  })),
])
const states = [
  { value: 'open', title: 'open' },
  { value: 'waived', title: 'waived' },
  { value: 'all', title: 'open or waived' },
]

async function act(work: () => Promise<unknown>) {
  try {
    await work()
    problems.value = []
    await load()
  } catch (error) {
    problems.value = problemsOf(error)
  }
}
const sayTiers = (rule: TierRule) =>
  act(() => ask(nothingSchema, `/libraries/${store.slug}/findings/tiers`, { method: 'PUT', body: rule }))
const address = () => `/libraries/${store.slug}/findings/waivers`
const waive = ({ rule, about }: Finding, reason: string) =>
  act(async () => {
    const { id } = await ask(madeSchema, address(), { method: 'POST', body: { rule, about, reason } })
    say('Waived.', { title: 'Undo', run: () => void takeBack({ id }) })
  })
const takeBack = ({ id }: Pick<Waiver, 'id'>) =>
  act(() => ask(nothingSchema, `${address()}/${id}`, { method: 'DELETE' }))
</script>

<template>
  <main class="findings">
    <h1>Findings</h1>
    <p v-if="isLoaded" class="sentence">
      {{ capital(plural(open.length, 'finding is', 'findings are')) }} open. Shown is what is
      <Choice v-model="shown" label="Shown is what is" :options="states" /> of
      <Choice v-model="rule" label="Rule" :options="rules" /> in
      <Choice v-model="component" label="Component" :options="components" />.
      <NuxtLink class="link small" :to="`/${store.slug}/overrides`">Hold a page’s sheets against it</NuxtLink>
    </p>
    <p v-else-if="!problems.length" class="sentence muted" role="status">The rules are being run …</p>
    <p v-if="going" role="status">The file is being saved …</p>
    <ProblemList v-if="told.length" :problems="told" />
    <TierRuleLine v-if="tiers && (rule === 'any' || rule === 'tier')" :rule="tiers" @change="sayTiers" />
    <section v-for="group in groups" :key="group.name" :aria-label="group.title">
      <header>
        <h2>{{ group.title }}</h2>
        <p class="small muted">{{ capital(plural(group.findings.length, 'finding')) }}. {{ group.why }}</p>
      </header>
      <MendAll
        :findings="group.findings.filter((finding) => !waiverOf(finding))"
        :busy="going"
        @mend="mendAll($event, group.title.toLowerCase())"
      />
      <ul>
        <FindingRow
          v-for="finding in group.findings"
          :key="findingKey(finding)"
          :finding
          :waiver="waiverOf(finding)"
          :busy="going"
          @mend="mend(finding.place!.file, $event)"
          @waive="waive(finding, $event)"
          @take-back="takeBack(waiverOf(finding)!)"
        />
      </ul>
    </section>
    <p v-if="isLoaded && !groups.length" class="muted">
      {{
        findings.length
          ? 'Nothing of that kind.'
          : 'No rule notices anything: what can be seen from tokens and sheets is in order.'
      }}
    </p>
    <section v-if="stale.length" aria-label="Waivers that no longer apply">
      <header>
        <h2>Waivers that no longer apply</h2>
        <p class="small muted">What they were of is gone.</p>
      </header>
      <ul>
        <li v-for="waiver in stale" :key="waiver.id" class="stale">
          <span class="code">{{ waiver.about }}</span>
          <span
            >{{ waiver.reason }}
            <span class="small muted">{{ waiver.by }}, {{ ago(waiver.made_at) }}</span></span
          >
          <button
            v-if="store.may.write"
            type="button"
            class="link small"
            :aria-label="`Delete the waiver of ${waiver.about}`"
            @click="takeBack(waiver)"
          >
            Delete
          </button>
        </li>
      </ul>
    </section>
  </main>
</template>

<style scoped>
.findings {
  padding: 14px 24px 60px;
  display: grid;
  gap: 18px;
}
header {
  display: flex;
  gap: 12px;
  align-items: baseline;
  padding-bottom: 4px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.stale {
  display: grid;
  grid-template-columns: 300px minmax(0, 1fr) auto;
  gap: 4px 20px;
  align-items: baseline;
  padding: 6px 0;
  border-top: 1px solid var(--rule-soft);
}
.stale .code {
  overflow-wrap: anywhere;
}
@media (max-width: 900px) {
  .stale {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
