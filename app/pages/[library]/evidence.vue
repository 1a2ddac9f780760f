<script setup lang="ts">
import { z } from 'zod'
import { memberKey, memberTitle, kindTitle } from '~~/core/contract/contract'
import { inDoubt, isDoubted, shareSeen, type Evidence } from '~~/core/evidence/evidence'
import { onlySchema, onlyTitles } from '~~/core/evidence/only'
import type { Problem } from '~~/core/problem'

/** What a browser showed for every member of the library, and the act that tries what was not tried. */
const store = useLibrary()
const { evidence, standing } = storeToRefs(store)
useHead({ title: () => `Evidence · ${store.library?.title} · Kept Shelf` })
const problems = ref<Problem[]>([])
const busy = ref(false)
async function load() {
  try {
    await store.loadEvidence()
    problems.value = []
  } catch (error) {
    problems.value = problemsOf(error)
  }
}
onMounted(load)
/** What a run sees of each component. */
const keptTo = useAddressChoice('of', 'all')
const kinds = [
  { value: 'all', title: 'all that can be seen' },
  ...Object.entries(onlyTitles).map(([value, title]) => ({ value, title })),
]
/** `undefined` where it is everything. */
const only = computed(() => onlySchema.safeParse(keptTo.value).data)
async function act(method: 'POST' | 'DELETE') {
  busy.value = true
  try {
    const query = method === 'POST' ? { only: only.value } : {}
    await ask(z.object({}), `/libraries/${store.slug}/evidence`, { method, query })
    await store.loadEvidence()
    problems.value = []
  } catch (error) {
    problems.value = problemsOf(error)
  }
  busy.value = false
}
const run = computed(() => evidence.value?.run)
const underWay = computed(() => run.value?.state === 'waiting' || run.value?.state === 'running')
const which = useAddressChoice('which', 'doubt')
const whiches = [
  { value: 'doubt', title: 'members that showed nothing' },
  { value: 'untried', title: 'members that were not tried' },
  { value: 'remarks', title: 'members that are otherwise than said' },
  { value: 'all', title: 'every member' },
]
const wanted = (evidence: Evidence) =>
  which.value === 'all' ||
  (which.value === 'doubt'
    ? isDoubted(evidence.mark)
    : which.value === 'untried'
      ? evidence.mark === 'not tried' || evidence.mark === 'not reached'
      : evidence.remark !== undefined)
const rows = computed(() =>
  standing.value.map(({ tag, contract }) => {
    const found = store.evidenceFor(tag)
    const members = new Map(contract.members.map((member) => [memberKey(member), member]))
    return {
      tag,
      found,
      share: found && shareSeen(found.evidence),
      doubt: found ? inDoubt(found.evidence).length : 0,
      shown: (found?.evidence ?? []).filter(wanted).flatMap((seenMember) => {
        const member = members.get(seenMember.member)
        return member ? [{ ...seenMember, title: memberTitle(member), kind: kindTitle(member.kind) }] : []
      }),
    }
  }),
)
/** Components with something to tell, and those of which all is well. */
const told = computed(() => rows.value.filter(({ found, shown }) => !found || shown.length > 0))
const quiet = computed(() =>
  rows.value.filter(({ found, shown }) => found && shown.length === 0).map(({ tag }) => tag),
)
const total = computed(() =>
  rows.value.reduce(
    (sum, { share }) => ({ seen: sum.seen + (share?.seen ?? 0), all: sum.all + (share?.all ?? 0) }),
    { seen: 0, all: 0 },
  ),
)
const untried = computed(() => rows.value.filter((row) => !row.found).length)
/** Components of which something of the chosen kind is not known as they are now. */
const left = computed(() => evidence.value?.left[only.value ?? 'any'] ?? 0)
</script>

<template>
  <main class="evidence">
    <div class="lead">
      <p class="sentence">
        <template v-if="total.all"
          >{{ total.seen }} of {{ total.all }} members were seen in a browser. </template
        ><template v-if="untried && evidence"
          >{{ plural(untried, 'component was', 'components were').replace(/^./, (c) => c.toUpperCase()) }} not
          tried as {{ untried === 1 ? 'it is' : 'they are' }} now. </template
        >Shown are <Choice v-model="which" label="Shown are" :options="whiches" />.
      </p>
      <div v-if="store.may.write" class="acts">
        <button v-if="underWay" type="button" class="act" :disabled="busy" @click="act('DELETE')">Stop</button
        ><template v-else>
          <span class="small muted"
            >See of each <Choice v-model="keptTo" label="What is seen of each" :options="kinds"
          /></span>
          <button type="button" class="act main" :disabled="busy || left === 0" @click="act('POST')">
            {{ left === 0 ? 'All were tried' : `Try ${plural(left, 'component')}` }}
          </button>
        </template>
      </div>
    </div>
    <ProblemList v-if="problems.length" class="told" :problems />
    <p v-if="underWay && run" class="told" role="status">
      {{ run.state === 'waiting' ? 'Waiting for its turn' : 'Being tried' }} in a browser on the server:
      {{ run.done }} of {{ run.total }}. You may leave this page.
      <progress :value="run.done" :max="run.total" aria-label="Components tried" />
    </p>
    <template v-else-if="run">
      <p v-if="run.state === 'cancelled'" class="told muted" role="status">
        The last run was stopped {{ ago(run.made_at) }}; what was seen until then is kept.
      </p>
      <ProblemList v-if="run.problems.length" class="told" :problems="run.problems" :library="store.slug" />
    </template>
    <section v-for="tried in told" :key="tried.tag" class="component" :aria-label="store.title(tried.tag)">
      <header>
        <h2>
          <NuxtLink :to="`/${store.slug}/${tried.tag}`">{{ store.title(tried.tag) }}</NuxtLink>
        </h2>
        <p v-if="tried.share && tried.found" class="small muted">
          {{ tried.share.seen }} of {{ tried.share.all }} seen<template v-if="tried.doubt"
            >, <b class="bad">{{ tried.doubt }} showed nothing</b></template
          >, {{ ago(tried.found.made_at) }}
        </p>
        <p v-else class="small muted">not tried as it is now</p>
      </header>
      <table v-if="tried.shown.length">
        <tbody>
          <tr v-for="row in tried.shown" :key="row.member">
            <td class="mark-of">
              <Mark
                :name="row.mark"
                :class="{
                  bad: isDoubted(row.mark),
                  good: row.mark === 'seen',
                }"
                :label="row.mark"
              />
            </td>
            <th scope="row">
              <NuxtLink class="code" :to="{ path: `/${store.slug}/${tried.tag}`, hash: `#${row.member}` }">{{
                row.title
              }}</NuxtLink>{{ ' ' }}
              <span class="small muted">{{ row.kind }}</span>
            </th>
            <td>
              {{ row.says
              }}<template v-if="row.remark">
                <span class="bad">{{ row.remark }}</span></template
              >{{ ' ' }}
              <NuxtLink
                v-if="row.between"
                class="link small"
                :to="{
                  path: `/${store.slug}/${tried.tag}/compare`,
                  query: {
                    left: 'bench',
                    right: 'other',
                    show: JSON.stringify(row.between[0]),
                    other: JSON.stringify(row.between[1]),
                  },
                }"
                >see the two</NuxtLink
              >
            </td>
          </tr>
        </tbody>
      </table>
    </section>
    <p v-if="quiet.length" class="told muted">
      Nothing of that kind in
      <template v-for="(tag, i) in quiet" :key="tag"
        ><template v-if="i">{{ i === quiet.length - 1 ? ' and ' : ', ' }}</template
        ><NuxtLink class="link" :to="`/${store.slug}/${tag}`">{{ store.title(tag) }}</NuxtLink></template
      >.
    </p>
    <p v-if="!standing.length" class="told muted">
      There is no component to try yet.
      <NuxtLink class="link" :to="`/${store.slug}`">To the shelf</NuxtLink>
    </p>
  </main>
</template>

<style scoped>
.evidence {
  padding-bottom: 48px;
}
.lead {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  gap: 24px;
  padding: 14px 24px 10px;
  border-bottom: 1px solid var(--rule);
}
.acts {
  display: flex;
  align-items: baseline;
  gap: 16px;
}
.told {
  padding: 8px 24px;
}
progress {
  width: 160px;
  accent-color: var(--kelp);
  vertical-align: middle;
  margin-left: 8px;
}
.component {
  display: grid;
  grid-template-columns: 190px minmax(0, 1fr);
  gap: 16px;
  padding: 10px 24px;
  border-bottom: 1px solid var(--rule);
}
h2 a:hover {
  color: var(--kelp);
}
table {
  width: 100%;
  border-collapse: collapse;
  table-layout: fixed;
}
th,
td {
  text-align: left;
  font-weight: 400;
  vertical-align: top;
  padding: 3px 16px 3px 0;
  overflow-wrap: anywhere;
}
th {
  width: 260px;
}
.mark-of {
  width: 28px;
}
tr + tr > * {
  border-top: 1px solid var(--rule-soft);
}
.none {
  padding-top: 3px;
}
@media (max-width: 800px) {
  .component {
    grid-template-columns: 1fr;
    padding: 10px 12px;
  }
  .lead {
    flex-wrap: wrap;
    padding: 12px;
  }
}
</style>
