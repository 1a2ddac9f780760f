<script setup lang="ts">
import { nothingSet, setsNothing } from '~~/core/code/edit'
import { forFrame, modulesFor } from '~~/core/code/showing'
import type { Usage } from '~~/core/code/usage'
import { membersOf } from '~~/core/contract/contract'
import { surroundFromQuery, surroundToQuery } from '~~/core/surround'

definePageMeta({ visitors: true, versions: true })
const router = useRouter()
const { store, route, tag, standing, contract, face: start, css, themes } = useComponent()

/** What is shown stands in the address, so that a link shows somebody else the same thing. */
const usage = shallowRef<Usage>(usageFromQuery(route.query) ?? start.value)
watch(tag, () => {
  usage.value = usageFromQuery(route.query) ?? start.value
})
const { report } = useFirstShowing()
// while a way to show it is looked for, what is shown is what is tried
watch(start, (now, before) => {
  if (JSON.stringify(usage.value) === JSON.stringify(before)) usage.value = now
})
const themeNames = computed(() => namesToWear(themes.value))
const surround = shallowRef(surroundFromQuery(route.query, themeNames.value, store.baseTheme))
provideHeld(surround)
provideLooks(tag)
let later: ReturnType<typeof setTimeout> | undefined
const shownInAddress = () => ({
  show: JSON.stringify(usage.value) === JSON.stringify(start.value) ? undefined : JSON.stringify(usage.value),
  ...surroundToQuery(surround.value, store.baseTheme),
})
watch([usage, surround], () => {
  clearTimeout(later)
  later = setTimeout(() => void changeAddress(router, shownInAddress()), 300)
})
// whoever leaves before the address has caught up must not be called back by it
onBeforeRouteLeave(() => clearTimeout(later))
onUnmounted(() => clearTimeout(later))

const combinations = useCombinations(tag)
const evidence = useEvidence(
  contract,
  start,
  // of a version nothing is tried: what was seen is kept of what stands there now
  computed(() => (store.isNow ? (standing.value?.rendering.module ?? undefined) : undefined)),
  combinations.never,
)
const target = computed(() => {
  const modules = modulesFor(tag.value, usage.value, store.moduleOf)
  if (!contract.value || !modules) return undefined
  return {
    tag: tag.value,
    modules,
    usage: forFrame(usage.value, (other) => store.find(other)?.contract, tag.value),
    listen: membersOf(contract.value, 'event').map((member) => member.name),
  }
})
const measured = ref<{ width: number; height: number }>()
const preview = useTemplateRef<Parameters<typeof useWay>[0]['value']>('preview')
const way = useWay(preview, () => usage.value)
const heard = useHeard(tag)
const example = useAddressChoice('example', '')
const { failure, forget, onFailed } = useFailure(
  () => store.slug,
  [usage, tag, () => JSON.stringify(store.providedFor(tag.value, example.value || undefined))],
)
const { words, problems: wordsProblems, load: loadWords, written } = useWords(tag)
const { answers, onAnswered } = useAnswers(tag)

const undo = useUndo(usage, tag)
useKeys([
  {
    keys: 'r',
    does: 'show it as on the shelf',
    run: () => {
      usage.value = start.value
    },
  },
  { keys: 'z', does: 'undo the last change of its values', run: undo.back },
  { keys: 'Z', does: 'redo it', run: undo.again },
  {
    keys: 't',
    does: 'the next theme',
    run: () => {
      const names = themeNames.value
      const next = names[(names.indexOf(surround.value.theme) + 1) % names.length]
      surround.value = { ...surround.value, theme: next ?? surround.value.theme }
    },
  },
])
const memberInAddress = computed(() => decodeURIComponent(route.hash.slice(1)))
const showMember = (block: ScrollLogicalPosition) =>
  document.getElementById(memberInAddress.value)?.scrollIntoView({ block })
onMounted(() => {
  if (route.hash) showMember('start')
})
watch(memberInAddress, () => showMember('nearest'))
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
    <div v-if="store.isNow && store.library?.gone.some((item) => item.offers.includes(tag))" class="stale">
      <GoneKept :to="tag" />
    </div>
    <div v-if="wordsProblems.length" class="stale">
      <ProblemList :problems="wordsProblems" />{{ ' ' }}
      <button type="button" class="link" @click="loadWords">Fetch the words again</button>
    </div>
    <TryFrame
      v-if="evidence.asked.value"
      :asked="evidence.asked.value"
      :wide="evidence.round.value?.wide ?? false"
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
        :at="memberInAddress"
        :answers
        :combinations
        @written="written"
        @moved="loadWords"
      >
        <template #tried>
          <span class="small acts"
            ><button v-if="undo.may.value.back" type="button" class="link" @click="undo.back">Undo</button
            >{{ ' ' }}
            <button v-if="undo.may.value.again" type="button" class="link" @click="undo.again">Redo</button
            >{{ ' ' }}
            <button v-if="!setsNothing(usage)" type="button" class="link" @click="usage = nothingSet">
              Set nothing
            </button></span
          >
          <TriedNote v-if="store.isNow" :evidence :built="standing.rendering.module !== null" />
        </template>
      </ContractLedger>
      <section class="side" aria-label="The component alone">
        <SurroundSentence v-model="surround" :contract />
        <ExampleLine v-model:usage="usage" v-model:surround="surround" :contract :start :way />
        <div class="ground">
          <PreviewFrame
            v-if="target"
            ref="preview"
            :key="target.modules[0]!.module"
            :target
            :css
            :preview="store.library!.preview"
            :title="`${store.title(tag)}, alone`"
            :surround
            :example="example || undefined"
            @event="heard.onEvent"
            @trail="heard.onTrail"
            @answered="onAnswered"
            @acted="way.onActed"
            @replayed="way.onReplayed"
            @failed="onFailed"
            @restarted="forget"
            @looked="(looked) => standing && report(standing, usage, looked)"
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
          <RuledOutNotice :contract :usage :never="combinations.never.value" />
          <p v-if="!target" class="nothing muted">
            There is no rendering: {{ standing.rendering.problems[0]?.what ?? 'it was never built.' }}
          </p>
          <FailureNote v-if="failure" :failure :tag />
        </div>
        <div class="out">
          <CodeOfExample :contract :usage />
          <HeardBox :contract :heard />
        </div>
      </section>
    </div>
  </main>
  <NotOnShelf v-else :tag />
</template>

<style scoped>
.bench {
  display: flex;
  flex-direction: column;
  height: calc(100vh - var(--above, 44px));
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
.out {
  border-top: 1px solid var(--rule);
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 1fr);
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
