<script setup lang="ts">
import { codeFor, codeStyles, stylesOf, type CodeStyle } from '~~/core/code/frameworks'
import type { Usage } from '~~/core/code/usage'
import { membersOf } from '~~/core/contract/contract'
import type { Problem } from '~~/core/problem'
import { wordsListSchema, type WordsView } from '~~/core/wire'
import { surroundFromQuery, surroundToQuery } from '~~/core/surround'
import { forFrame, modulesFor } from '~~/core/code/showing'

const router = useRouter()
const { store, route, tag, standing, contract, face: start, css, themes } = useComponent()
const { wordsStamp } = storeToRefs(store)

/** What is shown stands in the address, so that a link shows somebody else the same thing. */
const usage = shallowRef<Usage>(usageFromQuery(route.query) ?? start.value)
watch(tag, () => {
  usage.value = usageFromQuery(route.query) ?? start.value
  events.value = []
  failure.value = undefined
})
let later: ReturnType<typeof setTimeout> | undefined
const queryOf = () => ({
  ...route.query,
  show: JSON.stringify(usage.value) === JSON.stringify(start.value) ? undefined : JSON.stringify(usage.value),
  ...surroundToQuery(surround.value, store.baseTheme),
})
const surround = shallowRef(
  surroundFromQuery(
    route.query,
    themes.value.map((theme) => theme.name),
    store.baseTheme,
  ),
)
const measured = ref<{ width: number; height: number }>()
watch([usage, surround], () => {
  clearTimeout(later)
  later = setTimeout(() => void router.replace({ query: queryOf(), hash: route.hash }), 300)
})
// whoever leaves before the address has caught up must not be called back by it
onBeforeRouteLeave(() => clearTimeout(later))
onUnmounted(() => clearTimeout(later))

const evidence = useEvidence(
  contract,
  start,
  computed(() => standing.value?.rendering.module ?? undefined),
)
const modules = computed(() => modulesFor(tag.value, usage.value, store.moduleOf))
const contractOf = (other: string) => store.find(other)?.contract
const target = computed(() =>
  contract.value && modules.value
    ? {
        tag: tag.value,
        modules: modules.value,
        usage: forFrame(usage.value, contractOf, tag.value),
        listen: membersOf(contract.value, 'event').map((member) => member.name),
      }
    : undefined,
)
const styles = computed(() => (contract.value ? stylesOf(contract.value) : []))
const chosenStyle = useAddressChoice('code', 'html')
const style = computed<CodeStyle>(
  () => styles.value.find((style) => style === chosenStyle.value) ?? styles.value[0] ?? 'html',
)
const code = computed(() =>
  contract.value
    ? codeFor(style.value, {
        contract: contract.value,
        usage: usage.value,
        contractOf,
        importFrom: store.importFrom,
      })
    : '',
)

interface Fired {
  at: Date
  name: string
  detail: string
  target: string
}
const events = ref<Fired[]>([])
/**
 * Events come together once a frame of ours, so that a component that fires many does not hold up the page.
 */
let fired: Fired[] = []
function onEvent(message: { at: number; name: string; detail: string; target: string }) {
  if (fired.length === 0) {
    requestAnimationFrame(() => {
      events.value = [...fired.reverse(), ...events.value].slice(0, 200)
      fired = []
    })
  }
  fired.push({ at: new Date(message.at), name: message.name, detail: message.detail, target: message.target })
}
interface Step {
  at: Date
  says: string
  target: string
}
/** What had the focus and what each key did, the newest first. */
const trail = ref<Step[]>([])
function forget() {
  events.value = []
  trail.value = []
}
let stepped: Step[] = []
function onTrail({ at, says, target: on }: { at: number; says: string; target: string }) {
  if (stepped.length === 0) {
    requestAnimationFrame(() => {
      trail.value = [...stepped.reverse(), ...trail.value].slice(0, 200)
      stepped = []
    })
  }
  stepped.push({ at: new Date(at), says, target: on })
}
watch(tag, () => {
  trail.value = []
})
const heardAs = useAddressChoice('heard', '')
const heardAll = computed(() => [
  { value: '', title: 'Every event' },
  ...[...new Set(events.value.map((event) => event.name))].sort().map((value) => ({ value, title: value })),
  { value: 'keys', title: 'Focus and keys' },
])
const heard = computed(() =>
  heardAs.value === 'keys'
    ? trail.value.map((act) => `${time(act.at)}  ${act.says}  ${act.target}`)
    : events.value
        .filter((event) => !heardAs.value || event.name === heardAs.value)
        .map((event) => `${time(event.at)}  ${event.name}  ${event.detail || event.target}`),
)
const time = (at: Date) =>
  `${at.toLocaleTimeString('en-GB')}.${String(at.getMilliseconds()).padStart(3, '0')}`
const failure = ref<{
  text: string
  provided: boolean
  phase: string
  where: { file: string; line: number } | undefined
}>()

async function onFailed(message: {
  phase: 'provide' | 'load' | 'render' | 'run'
  text: string
  at?: { module: string; line: number; column: number } | undefined
}) {
  // what fails in a component for want of what is provided is not what is wrong
  if (failure.value?.provided && message.phase !== 'provide') return
  const told = {
    text: message.text,
    provided: message.phase === 'provide',
    phase: {
      provide: 'while what is provided was made ready',
      load: 'while it was loaded',
      render: 'while it was made',
      run: 'while it ran',
    }[message.phase],
    where: undefined as { file: string; line: number } | undefined,
  }
  failure.value = told
  if (message.at) {
    const where = await traceBack(store.slug, message.at).catch(() => undefined)
    if (failure.value === told || failure.value?.text === told.text) failure.value = { ...told, where }
  }
}
watch([usage, tag, () => store.library?.provisions], () => {
  failure.value = undefined
})

const words = ref<WordsView[]>([])
const wordsProblems = ref<Problem[]>([])
async function loadWords() {
  try {
    words.value = await ask(wordsListSchema, `/libraries/${store.slug}/components/${tag.value}/words`)
    wordsProblems.value = []
  } catch (error) {
    wordsProblems.value = problemsOf(error)
  }
}
watch(
  [tag, wordsStamp],
  () => {
    if (standing.value) void loadWords()
  },
  { immediate: true },
)
const written = (wordsView: WordsView) => {
  words.value = [...words.value.filter((other) => other.member !== wordsView.member), wordsView]
}

const undo = useUndo(usage, tag)
const { copy, copied } = useCopy()
useKeys([
  { keys: 'c', does: 'copy the code', run: () => copy(code.value) },
  {
    keys: 'r',
    does: 'show it as on the shelf',
    run: () => {
      usage.value = start.value
    },
  },
  { keys: 'z', does: 'take the last change of its values back', run: undo.back },
  { keys: 'Z', does: 'make it again', run: undo.again },
  {
    keys: 't',
    does: 'the next theme',
    run: () => {
      const names = themes.value.map((theme) => theme.name)
      surround.value = {
        ...surround.value,
        theme: names[(names.indexOf(surround.value.theme) + 1) % names.length] ?? surround.value.theme,
      }
    },
  },
])
onMounted(() => {
  if (route.hash) document.getElementById(decodeURIComponent(route.hash.slice(1)))?.scrollIntoView()
})
watch(
  () => route.hash,
  (hash) => document.getElementById(decodeURIComponent(hash.slice(1)))?.scrollIntoView({ block: 'nearest' }),
)
</script>

<template>
  <main v-if="standing && contract" class="bench">
    <ComponentHead :standing view="bench" />
    <div v-if="standing.rendering.problems.length" class="stale">
      <ProblemList :problems="standing.rendering.problems" :library="store.slug" />
      <p v-if="standing.rendering.lastGood" class="small">
        What is shown was built {{ ago(standing.rendering.lastGood.made_at) }}, from revision
        {{ standing.rendering.lastGood.revision }}; the ledger is of the newest source that could be read.
      </p>
    </div>
    <div v-if="store.library?.gone.some((item) => item.offers.includes(tag))" class="stale">
      <GoneKept :to="tag" />
    </div>
    <div v-if="wordsProblems.length" class="stale">
      <ProblemList :problems="wordsProblems" />{{ ' ' }}
      <button type="button" class="link" @click="loadWords">Fetch the words again</button>
    </div>
    <TryFrame
      v-if="evidence.asked.value"
      :asked="evidence.asked.value"
      :css
      :preview="store.library!.preview"
      :theme="store.baseTheme"
      @seen="evidence.round.value?.answer($event)"
      @failed="evidence.fail"
    />
    <div class="two">
      <ContractLedger
        v-model="usage"
        :contract
        :words
        :evidence="evidence.of.value"
        :at="decodeURIComponent($route.hash.slice(1))"
        @written="written"
        @moved="loadWords"
      >
        <template #tried>
          <span class="small acts"
            ><button v-if="undo.may.value.back" type="button" class="link" @click="undo.back">Undo</button
            >{{ ' ' }}
            <button v-if="undo.may.value.again" type="button" class="link" @click="undo.again">Redo</button
            >{{ ' ' }}
            <button
              v-if="Object.keys(usage.props).length || usage.attributes"
              type="button"
              class="link"
              @click="usage = { props: {}, slots: usage.slots }"
            >
              Set nothing
            </button></span
          >
          <span v-if="evidence.round.value" class="small tried" role="status"
            >Being tried in a browser, {{ evidence.tried.value }} renderings so far …
            <button type="button" class="link" @click="evidence.stop">Stop</button></span
          >
          <span v-else-if="evidence.problem.value" class="small tried bad" role="alert"
            >{{ evidence.problem.value }}
            <button type="button" class="link" @click="evidence.run">Try again</button></span
          >
          <span v-else-if="evidence.evidence.value" class="small tried" role="status"
            >{{ count(evidence.evidence.value.filter((item) => item.mark === 'seen').length) }} of
            {{ count(evidence.evidence.value.length) }} seen in a browser.
            <button type="button" class="link" @click="evidence.run">Try again</button></span
          >
          <span v-else-if="standing.rendering.module" class="small tried"
            >Not tried in a browser yet.
            <button type="button" class="link" @click="evidence.run">Try every member</button></span
          >
        </template>
      </ContractLedger>
      <section class="side" aria-label="The component alone">
        <SurroundSentence v-model="surround" :contract />
        <ExampleLine v-model:usage="usage" v-model:surround="surround" :contract :start />
        <div class="ground">
          <PreviewFrame
            v-if="target"
            :key="target.modules[0]!.module"
            :target
            :css
            :preview="store.library!.preview"
            :title="`${store.title(tag)}, alone`"
            :surround
            :example="typeof route.query.example === 'string' ? route.query.example : undefined"
            @event="onEvent"
            @trail="onTrail"
            @failed="onFailed"
            @restarted="failure = undefined"
            @measured="(width, height) => (measured = { width, height })"
          />
          <p
            v-if="target && measured"
            class="measured code muted"
            title="How large it is drawn, in CSS pixels"
          >
            {{ measured.width }} × {{ measured.height }}
          </p>
          <WidthHandle
            v-if="target && surround.window === null"
            :model-value="surround.width"
            :align="surround.align"
            :padding="surround.padding"
            :direction="surround.direction"
            @update:model-value="surround = { ...surround, width: $event }"
          />
          <p v-if="!target" class="nothing muted">
            There is no rendering: {{ standing.rendering.problems[0]?.what ?? 'it was never built.' }}
          </p>
          <div v-if="failure" class="failure" role="alert">
            <b class="bad">{{
              failure.provided ? 'The provisions failed, not the component:' : `It failed ${failure.phase}:`
            }}</b>{{ ' ' }}
            <span class="code">{{ failure.text }}</span>
            <NuxtLink
              v-if="failure.where"
              class="link code"
              :to="{
                path: `/${store.slug}/source`,
                query: { path: failure.where.file, line: failure.where.line, of: tag },
              }"
              >{{ failure.where.file }} {{ failure.where.line }}</NuxtLink
            >
            <NuxtLink
              v-if="failure.provided"
              class="link"
              :to="{ path: `/${store.slug}/provisions`, query: { of: tag } }"
              >See what is provided</NuxtLink
            ><span v-else class="muted">Change a value, or mend the source.</span>
          </div>
        </div>
        <div class="out">
          <div class="codebox">
            <div class="small muted">
              Code for
              <Choice
                v-if="styles.length > 1"
                v-model="chosenStyle"
                label="Code for"
                :options="styles.map((value) => ({ value, title: codeStyles[value] }))"
              /><b v-else class="good">{{ codeStyles[style] }}</b
              >{{ ' ' }}
              <button type="button" class="link" @click="copy(code)">{{ copied ? 'copied' : 'Copy' }}</button>
            </div>
            <pre tabindex="0" :aria-label="`Code for ${codeStyles[style]}`">{{ code }}</pre>
          </div>
          <div class="events">
            <div class="small muted">
              <Choice v-model="heardAs" label="What is heard" :options="heardAll" />, newest first
              <button v-if="heard.length" type="button" class="link" @click="forget">Clear</button>
            </div>
            <pre
              v-if="heard.length"
              tabindex="0"
              :aria-label="heardAs === 'keys' ? 'Focus and keys' : 'Events'"
              aria-live="off"
              >{{ heard.join('\n') }}</pre>
            <p v-else-if="heardAs === 'keys'" class="small muted">
              Go into the rendering with the Tab key: what has the focus, and what each key does, is told
              here.
            </p>
            <p v-else class="small muted">
              {{
                membersOf(contract, 'event').length
                  ? `It can fire ${membersOf(contract, 'event')
                      .map((item) => item.name)
                      .join(', ')}: use it.`
                  : 'It fires none of its own.'
              }}
            </p>
          </div>
        </div>
      </section>
    </div>
  </main>
  <main v-else class="lost">
    <h1>Not on this shelf</h1>
    <p>
      There is no <code>&lt;{{ tag }}&gt;</code> in {{ store.library?.title }}. It may have been renamed or
      taken out.
    </p>
    <GoneKept :tags="[tag]" />
    <NuxtLink class="act" :to="`/${store.slug}`">To the shelf</NuxtLink>
  </main>
</template>

<style scoped>
.bench {
  display: flex;
  flex-direction: column;
  height: calc(100vh - 44px);
  min-height: 620px;
}
.stale {
  padding: 2px 24px 8px;
  border-bottom: 1px solid var(--rule);
  background: var(--sheet);
  max-height: 140px;
  overflow: auto;
  flex: none;
}
.two {
  display: grid;
  grid-template-columns: 604px minmax(0, 1fr);
  flex: 1;
  min-height: 0;
}
.side {
  border-left: 1px solid var(--rule);
  display: flex;
  flex-direction: column;
  min-width: 0;
  min-height: 0;
}
.tried {
  font-family: var(--ui);
}
.acts {
  display: inline-flex;
  gap: 8px;
  margin-right: 10px;
  font-family: var(--ui);
}
.measured {
  position: absolute;
  inset: auto 8px 4px auto;
  font-size: 11px;
  line-height: 16px;
  padding: 0 4px;
  background: var(--sheet);
  pointer-events: none;
}
.ground {
  flex: 1;
  min-height: 160px;
  position: relative;
  background: var(--sheet);
}
.nothing {
  padding: 32px;
}
.failure {
  position: absolute;
  inset: auto 0 0;
  padding: 8px 20px;
  background: var(--rust-wash);
  border-top: 1px solid var(--rust);
  font-size: 13px;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
}
.out {
  border-top: 1px solid var(--rule);
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  height: 176px;
  flex: none;
}
.out > div {
  padding: 10px 16px;
  overflow: auto;
  min-width: 0;
}
.out > div + div {
  border-left: 1px solid var(--rule);
}
.out pre {
  margin-top: 6px;
  white-space: pre;
}
.lost {
  padding: 40px 24px;
  display: grid;
  gap: 12px;
  justify-items: start;
}
@media (max-width: 1150px) {
  .two {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  }
}
@media (max-width: 800px) {
  .bench {
    height: auto;
  }
  .two {
    display: flex;
    flex-direction: column-reverse;
  }
  .ledger {
    overflow: visible;
    padding-left: 12px;
  }
  .ground {
    height: 300px;
    flex: none;
  }
  .out {
    grid-template-columns: 1fr;
    height: auto;
  }
}
</style>
