<script setup lang="ts">
import { z } from 'zod'
import type { Filling, Usage } from '~~/core/code/usage'
import { changesOf } from '~~/core/contract/changes'
import { changedUnder, wordsAside } from '~~/core/contract/aside'
import {
  describeMember,
  kindTitle,
  lacksWords,
  memberKey,
  memberKinds,
  memberTitle,
  type Contract,
  type Member,
} from '~~/core/contract/contract'
import { editorFor } from '~~/core/contract/type'
import { isElement } from '~~/core/languages/languages'
import type { Evidence } from '~~/core/evidence/evidence'
import type { Problem } from '~~/core/problem'
import { sinceSchema, type Since, type WordsView } from '~~/core/wire'

/** The contract, a row a member: name, facts, words, and the live value in one. */
const { contract, words, at, evidence } = defineProps<{
  contract: Contract
  words: WordsView[]
  at: string
  evidence?: ReadonlyMap<string, Evidence>
}>()
const usage = defineModel<Usage>({ required: true })
const emit = defineEmits<{ written: [words: WordsView]; moved: [] }>()
const store = useLibrary()
const tokensOpen = ref(false)
const wordsFor = (key: string) => words.find((entry) => entry.member === key)
const isToken = (member: Member) => member.kind === 'custom-property' && store.tokenSet.has(member.name)
const browserOwn = (member: Member) => member.kind === 'state' && member.by === 'browser'
const which = useAddressChoice('members', 'all')
const since = shallowRef<Since>()
watch(
  [() => contract.tag, () => store.releaseStamp],
  async () => {
    since.value = undefined
    since.value = await ask(sinceSchema, `/libraries/${store.slug}/components/${contract.tag}/since`).catch(
      () => undefined,
    )
  },
  { immediate: true },
)
const changes = computed(() => (since.value?.contract ? changesOf(since.value.contract, contract) : []))
/** How a member differs from the newest version; of a component that is not in it every member is new. */
const changeOf = (member: Member) =>
  since.value?.version && !since.value.contract
    ? 'new'
    : changes.value.find(
        (change) => memberKey(change.member) === memberKey(member) && change.change !== 'gone',
      )?.change
const goneSince = computed(() => changes.value.filter((change) => change.change === 'gone'))
const spoken = computed(() => new Set(words.filter((entry) => entry.text).map((entry) => entry.member)))
const tests: Record<string, { title: string; test: (member: Member) => boolean }> = {
  all: { title: 'every member', test: () => true },
  wordless: {
    title: 'those without words',
    test: (member) => lacksWords(member, spoken.value, store.tokenSet),
  },
  changed: {
    title: 'those that changed under their words',
    test: (member) => changedUnder(member, wordsFor(memberKey(member))),
  },
  since: {
    title: 'those that changed since the newest version',
    test: (member) => changeOf(member) !== undefined,
  },
  differs: { title: 'those whose comments differ', test: (member) => member.disagreements.length > 0 },
  unseen: { title: 'those not seen in a browser', test: (member) => markOf(member) !== 'seen' },
  dress: {
    title: 'those it can be dressed by',
    test: (member) => ['slot', 'part', 'custom-property', 'state'].includes(member.kind),
  },
  deprecated: { title: 'those deprecated', test: (member) => member.deprecated !== undefined },
}
const shown = (member: Member) => tests[which.value]?.test(member) ?? true
const sections = computed(() =>
  memberKinds
    .map(({ kind, heading }) => ({
      kind,
      heading,
      rows: contract.members.filter(
        (member) => member.kind === kind && !isToken(member) && !browserOwn(member) && shown(member),
      ),
    }))
    .filter((entry) => entry.rows.length > 0),
)
const counts = computed(() =>
  Object.fromEntries(
    Object.entries(tests).map(([key, { test }]) => [
      key,
      contract.members.filter((member) => !isToken(member) && !browserOwn(member) && test(member)).length,
    ]),
  ),
)
const options = computed(() =>
  Object.entries(tests)
    .filter(([key]) => key !== 'since' || since.value?.version)
    .map(([value, { title }]) => ({
      value,
      title: value === 'since' ? `those that changed since ${since.value!.version}` : title,
      note: value === 'all' ? undefined : String(counts.value[value]),
    })),
)
const aside = computed(() => wordsAside(contract, words))
const asideProblems = ref<Problem[]>([])
const titleOf = (key: string) => key.split(':').slice(1).join(':') || 'default'
async function give(from: string, to: string) {
  asideProblems.value = []
  try {
    await ask(z.unknown(), `/libraries/${store.slug}/components/${contract.tag}/words-move`, {
      method: 'POST',
      body: { from, to },
    })
    emit('moved')
    say(`The words of ${titleOf(from)} are ${titleOf(to)}’s now.`)
  } catch (error) {
    asideProblems.value = problemsOf(error)
  }
}
const { say } = useSay()
const tokens = computed(() => contract.members.filter(isToken))
const browserStates = computed(() => contract.members.filter(browserOwn))
/** Tokens and states of the browser that made no difference. */
const dullAlso = computed(() =>
  [...browserStates.value, ...tokens.value].filter(
    (browserState) => evidenceOf(browserState)?.mark === 'no effect',
  ),
)
const note = (rows: Member[]) => {
  const dull = rows.filter((row) => evidenceOf(row)?.mark === 'no effect').length
  const gone = rows.filter((row) => markOf(row) === 'not found').length
  const differ = rows.filter((row) => row.known !== 'comment' && row.disagreements.length > 0).length
  return [
    count(rows.length),
    dull && `${count(dull)} without effect`,
    gone && `${count(gone)} not found`,
    differ && `${count(differ)} told otherwise`,
  ]
    .filter(Boolean)
    .join(', ')
}
const setProp = (name: string, value: unknown) => {
  const { [name]: _before, ...rest } = usage.value.props
  usage.value = { ...usage.value, props: value === undefined ? rest : { ...rest, [name]: value } }
}
const setAttribute = (name: string, text: string | undefined) => {
  const { [name]: _before, ...rest } = usage.value.attributes ?? {}
  const { attributes: _all, ...plainly } = usage.value
  const attributes = text === undefined ? rest : { ...rest, [name]: text }
  usage.value = Object.keys(attributes).length ? { ...plainly, attributes } : plainly
}
/**
 * Whether an attribute and its property may hold something different: where one is converted to the other, or
 * does not follow it.
 */
const apart = (member: Member): member is Extract<Member, { kind: 'prop' }> & { attribute: string } =>
  member.kind === 'prop' &&
  isElement(contract) &&
  member.attribute !== undefined &&
  !member.attributeOnly &&
  !member.readonly &&
  (!member.reflects || !['text', 'colour', 'choice'].includes(editorFor(member.type)))
const setSlot = (name: string, filling: Filling | undefined) => {
  const { [name]: _before, ...rest } = usage.value.slots
  usage.value = { ...usage.value, slots: filling ? { ...rest, [name]: filling } : rest }
}
const evidenceOf = (member: Member) => evidence?.get(memberKey(member))
const markOf = (member: Member) =>
  member.known === 'comment'
    ? 'not found'
    : (evidenceOf(member)?.mark ?? (member.disagreements.length ? 'differs' : 'not tried'))
const markLabel = (member: Member) => {
  const found = evidenceOf(member)
  if (found) return `${found.mark}: ${found.says}`
  return {
    'not found': 'not found',
    differs: 'comment and code differ',
    'not tried': 'not tried in a browser yet',
    seen: 'seen',
    'no effect': 'no effect',
  }[markOf(member)]
}
const isBad = (member: Member) => !['seen', 'not tried'].includes(markOf(member))
const rowId = (member: Member) => memberKey(member)
</script>

<template>
  <section class="ledger" aria-label="Contract">
    <div class="about">
      <MemberWords
        :tag="contract.tag"
        member="component:"
        title="the component"
        :words="wordsFor('component:')"
        :comment="contract.summary || undefined"
        @written="emit('written', $event)"
      />
    </div>
    <p class="sentence pick">
      The contract: <Choice v-model="which" label="Which members" :options />. <slot name="tried" />
    </p>
    <p v-if="which === 'since' && goneSince.length" class="small gone">
      Gone since {{ since!.version }}:
      <template v-for="(member, i) in goneSince" :key="i"
        ><template v-if="i">, </template>{{ kindTitle(member.member.kind) }}
        <span class="code struck">{{ memberTitle(member.member) }}</span></template
      >.
    </p>
    <p v-if="!sections.length && !(which === 'since' && goneSince.length)" class="muted none">
      No member is like that.
    </p>
    <template v-for="section in sections" :key="section.kind">
      <div class="kind">
        <h3>{{ section.heading }}</h3>
        {{ ' ' }}
        <span class="small muted">{{ note(section.rows) }}</span>
      </div>
      <div
        v-for="member in section.rows"
        :id="rowId(member)"
        :key="member.name"
        class="row"
        :class="{ at: at === rowId(member) }"
        :data-member="rowId(member)"
      >
        <Mark
          class="evidence"
          :class="{ bad: isBad(member), good: markOf(member) === 'seen' }"
          :name="markOf(member)"
          :label="markLabel(member)"
          :title="markLabel(member)"
        />
        <div class="facts">
          <NuxtLink
            class="code name"
            :class="{ struck: member.deprecated !== undefined }"
            :to="{ hash: `#${rowId(member)}`, query: $route.query }"
            >{{ memberTitle(member) }}</NuxtLink
          >
          <div class="code muted type">{{ describeMember(member) }}</div>
          <div
            v-if="
              member.kind === 'prop' && member.attribute && member.attribute !== member.name.toLowerCase()
            "
            class="code muted type"
          >
            {{ member.attribute }}=
          </div>
          <div v-if="which === 'since' && changeOf(member)" class="small good">
            <Mark :name="changeOf(member) === 'new' ? 'additive' : 'mend'" label="" />
            {{ changeOf(member) }} since {{ since!.version }}
          </div>
          <div v-if="member.deprecated !== undefined" class="small gap">
            <Mark name="deprecated" /> {{ member.deprecated || 'deprecated' }}
          </div>
        </div>
        <div class="said">
          <MemberWords
            :tag="contract.tag"
            :member="rowId(member)"
            :title="memberTitle(member)"
            :words="wordsFor(rowId(member))"
            :comment="member.comment"
            @written="emit('written', $event)"
          />
          <p v-if="changedUnder(member, wordsFor(rowId(member)))" class="small gap">
            The source said <code>{{ wordsFor(rowId(member))!.facts }}</code> when this was written.
          </p>
          <p v-if="isBad(member) && evidenceOf(member)" class="bad">
            {{ evidenceOf(member)!.says
            }}<template v-if="evidenceOf(member)!.between">
              <button type="button" class="link" @click="usage = evidenceOf(member)!.between![0]">
                Before</button
              >{{ ' ' }}
              <button type="button" class="link" @click="usage = evidenceOf(member)!.between![1]">
                after
              </button></template
            >
          </p>
          <p v-if="evidenceOf(member)?.remark" class="bad">{{ evidenceOf(member)!.remark }}</p>
          <p v-for="disagreement in member.disagreements" :key="disagreement.about" class="bad">
            <template v-if="member.known === 'comment'">Documented, but {{ disagreement.code }}.</template>
            <template v-else
              >The comment says {{ disagreement.about }} <code>{{ disagreement.comment }}</code>, the code
              <code>{{ disagreement.code }}</code>.</template
            >
          </p>
          <p
            v-if="member.kind === 'slot' && usage.slots[member.name] && member.feeds.length"
            class="small gap"
          >
            Takes the fallback’s place; {{ member.feeds.join(' and ') }}
            {{ member.feeds.length === 1 ? 'has' : 'have' }} no outlet while it is filled.
          </p>
        </div>
        <div class="value">
          <PropEditor
            v-if="member.kind === 'prop' && !member.readonly"
            :prop="member"
            :model-value="usage.props[member.name]"
            @update:model-value="setProp(member.name, $event)"
          />
          <template v-if="apart(member)">
            <label v-if="usage.attributes?.[member.attribute] !== undefined" class="attribute"
              ><span class="code">{{ member.attribute }}=</span
              ><input
                class="field"
                :value="usage.attributes[member.attribute]"
                :aria-label="`Attribute ${member.attribute}`"
                placeholder="there, and empty"
                @input="setAttribute(member.attribute, ($event.target as HTMLInputElement).value)"
              /><button
                type="button"
                class="link"
                :aria-label="`Do not set the attribute ${member.attribute}`"
                title="Do not set it"
                @click="setAttribute(member.attribute, undefined)"
              >
                ×
              </button></label
            >
            <button
              v-else
              type="button"
              class="link apart"
              :aria-label="`Set the attribute ${member.attribute} apart`"
              @click="setAttribute(member.attribute, '')"
            >
              attribute apart
            </button>
          </template>
          <SlotEditor
            v-if="member.kind === 'slot' && member.known !== 'comment'"
            :of="member"
            :tag="contract.tag"
            :model-value="usage.slots[member.name]"
            @update:model-value="setSlot(member.name, $event)"
          />
          <span v-else-if="member.kind === 'part' && member.known !== 'comment'" class="small muted"
            >reach by <code>::part({{ member.name }})</code></span
          >
          <span v-else-if="member.kind === 'key' && member.known !== 'comment'" class="small muted"
            >press it in the rendering</span
          >
          <span v-else-if="member.kind === 'event' && member.known !== 'comment'" class="small muted"
            >listed as it fires</span
          >
          <NuxtLink
            class="code muted place"
            :to="{
              path: `/${store.slug}/source`,
              query: { path: member.place.file, line: member.place.line, of: contract.tag },
            }"
            >{{ member.place.file.split('/').at(-1) }} {{ member.place.line }}</NuxtLink
          >
        </div>
      </div>
    </template>
    <template v-if="aside.length">
      <div class="kind">
        <h3>Words set aside</h3>
        {{ ' ' }}
        <span class="small muted">their members are no more</span>
      </div>
      <ProblemList :problems="asideProblems" />
      <div
        v-for="{ words: kept, offers } in aside"
        :key="kept.member"
        class="aside"
        :data-aside="kept.member"
      >
        <div>
          <span class="code struck">{{ titleOf(kept.member) }}</span>{{ ' ' }}
          <span class="small muted"
            >{{ kindTitle(kept.member.split(':')[0]!) }}, {{ kept.by }}, {{ ago(kept.at) }}</span
          >
        </div>
        <!-- eslint-disable-next-line vue/no-v-html -- cleaned by renderMarkdown -->
        <div class="markdown" v-html="renderMarkdown(kept.text)" />
        <p v-if="store.may.write" class="small">
          <template v-if="offers.length"
            >It may be called otherwise now:
            <button
              v-for="offer in offers"
              :key="offer.name"
              type="button"
              class="act"
              @click="give(kept.member, memberKey(offer))"
            >
              Give them to {{ memberTitle(offer) }}
            </button></template
          ><span v-else class="muted">No member without words is like it. They stay here.</span>
        </p>
      </div>
    </template>
    <template v-if="tokens.length || browserStates.length">
      <div class="kind"><h3>Also</h3></div>
      <div class="also small">
        <p v-if="browserStates.length">
          <span class="muted">Looks different when</span>{{ ' ' }}
          <code>{{ browserStates.map((browserState) => browserState.name).join(', ') }}</code>
        </p>
        <p v-if="dullAlso.length" class="bad">
          Nothing changed with
          <template v-for="(member, i) in dullAlso" :key="memberKey(member)"
            ><template v-if="i">, </template
            ><NuxtLink
              class="link code"
              :to="{
                path: `/${store.slug}/source`,
                query: { path: member.place.file, line: member.place.line, of: contract.tag },
              }"
              >{{ member.name }}</NuxtLink
            ></template
          >, in any condition it was tried in.
        </p>
        <p v-if="tokens.length">
          <span class="muted">Reads</span>{{ ' ' }}
          <button type="button" class="link" :aria-expanded="tokensOpen" @click="tokensOpen = !tokensOpen">
            {{ plural(tokens.length, 'token') }}
          </button>
        </p>
        <ul v-if="tokensOpen">
          <li v-for="token in tokens" :key="token.name">
            <NuxtLink
              class="link code"
              :to="{ path: `/${store.slug}/tokens`, query: { token: store.tokenNames.get(token.name) } }"
              >{{ store.tokenNames.get(token.name) }}</NuxtLink>{{ ' ' }}
            <span class="code muted">{{ describeMember(token) }}</span>
          </li>
        </ul>
      </div>
    </template>
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
.kind {
  display: flex;
  gap: 10px;
  align-items: baseline;
  padding: 10px 0 4px;
}
.kind h3 {
  font-size: 15px;
}
.row {
  display: grid;
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
.row {
  position: relative;
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
.attribute {
  display: flex;
  gap: 4px;
  align-items: baseline;
}
.attribute .code {
  font-size: 11px;
  color: var(--muted);
}
.apart {
  font: 400 11px/14px var(--ui);
  opacity: 0;
}
.row:hover .apart,
.row:focus-within .apart,
.apart:focus-visible {
  opacity: 1;
}
.gone {
  padding: 4px 18px 4px 0;
  color: var(--rust);
}
.pick {
  padding: 2px 18px 2px 0;
}
.none {
  padding: 12px 0;
}
.aside {
  border-top: 1px solid var(--rule-soft);
  padding: 7px 18px 7px 30px;
  display: grid;
  gap: 4px;
}
.aside .act {
  padding: 0 8px;
  margin-left: 6px;
}
.also {
  border-top: 1px solid var(--rule-soft);
  padding: 6px 18px 6px 30px;
  display: grid;
  gap: 6px;
  line-height: 18px;
}
.also ul {
  list-style: none;
  margin: 0;
  padding: 0;
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
