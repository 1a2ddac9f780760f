<script setup lang="ts">
import { memberKey, membersOf } from '~~/core/contract/contract'
import { reachedIn } from '~~/core/states/reached'
import { sayStep, type StateFound } from '~~/core/states/chart'
import { holdableStates } from '~~/core/style/held'
import { statesFoundSchema } from '~~/core/wire'

/** The states a component can be in, which leads where by which act, and what trying did not reach. */
const { store, tag, standing, contract, face } = useComponent('states')
const { looked, problems, isBusy, look } = useLooked(tag, 'states', statesFoundSchema)
const { saved, problems: notKept, add } = useExamples(tag)
const chart = computed(() => (looked.value?.chart?.states.length ? looked.value.chart : undefined))
const chosen = useAddressChoice('state', '')
const at = computed(() => chart.value?.states.find(({ id }) => String(id) === chosen.value)?.id)
const reached = computed(() => (chart.value && contract.value ? reachedIn(contract.value, chart.value) : []))
const missing = computed(() => reached.value.filter((entry) => entry.in.length === 0))
/** Acts that leave the focus with nobody. */
const lost = computed(() => chart.value?.steps.filter(({ focus }) => focus === '') ?? [])
const ofBrowser = computed(() =>
  contract.value
    ? membersOf(contract.value, 'state').filter(
        ({ by, name }) => by === 'browser' && holdableStates.has(name),
      )
    : [],
)
const titleOf = (id: number) => chart.value?.states.find((state) => state.id === id)?.title ?? ''
const keptAs = (state: StateFound) =>
  saved.value.find(({ acts }) => acts.length > 0 && JSON.stringify(acts) === JSON.stringify(plain(state.way)))
async function keep(state: StateFound, name: string) {
  await add({ name, usage: face.value, acts: state.way, notes: '', starter: false })
}
function choose(id: number) {
  chosen.value = String(id)
  document.getElementById(`state-${id}`)?.scrollIntoView({ block: 'nearest' })
}
/** Why not everything was tried, in words. */
const leftOut = computed(() => {
  if (!chart.value?.left) return ''
  const why = chart.value.stopped === 'states' ? 'there are more states than are kept' : 'its time was over'
  return `${count(chart.value.left)} more could have been tried; ${why}.`
})
const says = computed(() => {
  const { states, steps, tried } = chart.value!
  const found = `${plural(states.length, 'state')} and ${plural(steps.length, 'step')} between them`
  return capital(`${found}, found by ${plural(tried, 'act')}`)
})
</script>

<template>
  <main v-if="standing && contract">
    <ComponentHead :standing view="states" />
    <div class="page">
      <ProblemList :problems="[...problems, ...notKept]" />
      <p v-if="!looked" class="muted" role="status">Asking what was seen …</p>
      <p v-else class="sentence">
        <template v-if="chart">{{ says }}{{ looked.current ? '.' : ', before it was changed.' }}</template>
        <template v-else-if="looked.chart?.failed">
          Its states could not be looked for: {{ looked.chart.failed }}.
        </template>
        <template v-else
          >Nobody has looked yet which states it can be in. A browser on the server does that: it uses the
          component in every way it offers.</template
        >{{ ' ' }}
        <LookNow :current="looked.current" :is-busy @look="look" />
      </p>

      <template v-if="chart">
        <StateChart
          v-if="chart.states.length > 1"
          :tag
          :face
          :chart
          :theme="store.baseTheme"
          :at
          @choose="choose"
        />
        <p v-else>Nothing that can be done to it leads to another state.</p>
        <section aria-label="States by use">
          <h2 class="ruled">By use</h2>
          <table>
            <thead>
              <tr class="small muted">
                <th scope="col">State</th>
                <th scope="col">Comes</th>
                <th scope="col">Ends</th>
                <th scope="col">What is otherwise</th>
              </tr>
            </thead>
            <tbody>
              <StateRow
                v-for="state in chart.states"
                :key="state.id"
                :class="{ at: at === state.id }"
                :tag
                :chart
                :state
                :kept="keptAs(state)"
                :may-keep="store.may.write"
                @keep="(name) => keep(state, name)"
                @choose="choose"
              />
            </tbody>
          </table>
        </section>
        <section v-if="lost.length" aria-label="Focus lost">
          <h2 class="ruled">Focus lost</h2>
          <p>Whoever works with keys begins anew at the top of the page after this:</p>
          <ul>
            <li v-for="(step, i) in lost" :key="i" class="bad">
              In “{{ titleOf(step.from) }}”: {{ sayStep(step) }}.
            </li>
          </ul>
        </section>
        <section v-if="missing.length || chart.undone.length || leftOut" aria-label="Not reached">
          <h2 class="ruled">Not reached</h2>
          <ul>
            <li v-for="{ state } in missing" :key="state.name">
              <NuxtLink
                class="link code"
                :to="{ path: `/${store.slug}/${tag}`, hash: `#${memberKey(state)}` }"
                >{{ state.selector }}</NuxtLink
              >
              was in no state that was found.
            </li>
            <li v-for="(act, i) in chart.undone" :key="i">
              In “{{ titleOf(act.from) }}”: {{ sayStep(act) }}: {{ act.why }}.
            </li>
            <li v-if="leftOut">{{ leftOut }}</li>
          </ul>
        </section>
      </template>
      <section v-if="reached.length > missing.length" aria-label="States its styles tell apart">
        <h2 class="ruled">Told apart by its styles</h2>
        <ul>
          <li v-for="entry in reached.filter(({ in: seen }) => seen.length)" :key="entry.state.name">
            <NuxtLink
              class="link code"
              :to="{ path: `/${store.slug}/${tag}`, hash: `#${memberKey(entry.state)}` }"
              >{{ entry.state.selector }}</NuxtLink
            >
            in
            <template v-for="(id, i) in entry.in" :key="id"
              ><template v-if="i">, </template
              ><button type="button" class="link" @click="choose(id)">{{ titleOf(id) }}</button></template
            >
          </li>
        </ul>
      </section>
      <section v-if="ofBrowser.length" aria-label="States of the browser">
        <h2 class="ruled">Of the browser</h2>
        <p>
          Its styles ask for
          <template v-for="(state, i) in ofBrowser" :key="state.name"
            ><template v-if="i">, </template
            ><NuxtLink
              class="link code"
              :to="{ path: `/${store.slug}/${tag}`, query: { held: state.name } }"
              >{{ state.name }}</NuxtLink
            ></template
          >: each can be held on the bench.
        </p>
      </section>
    </div>
  </main>
  <NotOnShelf v-else :tag />
</template>

<style scoped>
.page {
  grid-template-columns: minmax(0, 1fr);
}
table {
  width: 100%;
}
thead th {
  text-align: start;
  font-weight: 400;
  padding: 6px 18px 2px 0;
}
.at > :deep(*) {
  background: var(--kelp-wash);
}
ul {
  margin: 0;
  padding: 6px 0 0;
  list-style: none;
  line-height: 22px;
}
</style>
