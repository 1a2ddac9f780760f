<script setup lang="ts">
import { installWith } from '~~/core/release/install'
import type { Publication } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

/**
 * The release desk: what differs, the number that makes, the notes, the gates, and the press that
 * publishes.
 */
const store = useLibrary()
useHead({ title: () => `Release · ${store.library?.title} · Kept Shelf` })
const { say } = useSay()
const from = useAddressChoice('from', '')
const { desk, releases, problems, base, bases, load, setGate, waiveGate } = useDesk(from)
const { notes, missing, addMissing, draftAnew, draftSaid, forget } = useNotesDraft(desk)
const refused = ref<Problem[]>([])
const { attempts, underWay, isBusy, begin, stop } = usePublications(refused, finished)
/** Why the newest attempt could not begin, or did not end well. */
const inTheWay = computed(() => [...refused.value, ...(attempts.value[0]?.problems ?? [])])
const { version, channel, reason, isOwn, chosenStep, isTooLittle, channels, choose } = useNextNumber(
  desk,
  releases,
  inTheWay,
)
const published = ref<string>()
const { copy, copied } = useCopy()

const stopping = computed(
  () => desk.value?.gates.filter(({ setting, says, waiver }) => setting === 'stop' && says && !waiver) ?? [],
)
const chosen = useAddressChoice('attempt', '')
const log = useTemplateRef<HTMLElement>('log')
const shown = computed(() => attempts.value.find(({ id }) => id === chosen.value) ?? attempts.value[0])
const canTry = computed(
  () =>
    store.may.keep &&
    !isBusy.value &&
    !underWay.value &&
    desk.value?.blocked.length === 0 &&
    stopping.value.length === 0 &&
    version.value !== '' &&
    (!isTooLittle.value || reason.value.trim() !== ''),
)
const attemptChoices = computed(() =>
  attempts.value.map(({ id, version, rehearsal, made_at }, i) => ({
    value: i === 0 ? '' : id,
    title: `${version}${rehearsal ? ' tried out' : ''}, ${ago(made_at)}`,
  })),
)
async function publish(rehearsal: boolean) {
  chosen.value = ''
  const why = isTooLittle.value ? { reason: reason.value } : {}
  await begin({ version: version.value, channel: channel.value, notes: notes.value, rehearsal, ...why })
  await nextTick()
  log.value?.scrollIntoView({ block: 'start' })
}
async function finished(attempt: Publication) {
  if (attempt.state !== 'done' || attempt.rehearsal) return
  published.value = attempt.version
  isOwn.value = false
  reason.value = ''
  forget()
  from.value = ''
  await Promise.all([load(), store.load()])
  say(`${attempt.version} is out.`)
}
const install = computed(() =>
  store.library && published.value
    ? installWith('npm', {
        package: store.library.package,
        version: published.value,
        registry: store.library.registry,
        isOpen: store.library.visibility === 'open',
      })
    : '',
)
</script>

<template>
  <main class="desk">
    <section class="left">
      <p class="sentence">
        <template v-if="desk?.difference.from"
          >From <Choice v-model="base" label="From which version" :options="bases" /> to <b>the shelf</b>,
          everything that differs.
          <NuxtLink
            class="link small"
            :to="{ path: `/${store.slug}/difference`, query: { from: desk.difference.from } }"
            >Between any two</NuxtLink
          >,
          <NuxtLink class="link small" :to="{ path: `/${store.slug}/looks`, query: from ? { from } : {} }"
            >how it looks</NuxtLink
          ></template
        ><template v-else>Nothing is published yet: <b>the shelf</b> makes the first version.</template>
      </p>
      <ProblemList :problems />
      <p v-if="!desk && !problems.length" class="muted" role="status">Working out what differs …</p>
      <template v-if="desk">
        <h2>
          What differs
          <span class="small muted">{{
            desk.difference.total ? plural(desk.difference.total, 'difference') : 'nothing'
          }}</span>
        </h2>
        <p v-if="!desk.difference.total" class="muted none">
          {{
            store.library?.latest
              ? `Everything is as it is in ${desk.difference.from}. A new version would differ by words and notes only.`
              : 'There is nothing to compare: whatever is on the shelf is new.'
          }}
        </p>
        <PackedElsewhere :versions="desk.difference.packedElsewhere" />
        <DifferenceList :difference="desk.difference" :changes="desk.difference.changes" :most="8" />
        <h2>
          Notes
          <span class="small muted"
            >Markdown, for the changelog in the package; begun from the differences, yours to write</span
          >
        </h2>
        <textarea
          v-model="notes"
          class="field plain"
          rows="9"
          aria-label="Notes"
          :disabled="!store.may.keep"
        />
        <p class="small muted drafted">
          <span role="status">{{ draftSaid }}</span>
          <button v-if="missing" type="button" class="link" @click="addMissing">
            Add what differs and is not told
          </button>
          <button v-if="desk.draft && store.may.keep" type="button" class="link" @click="draftAnew">
            Draft anew
          </button>
        </p>
        <h2>Out already</h2>
        <VersionsOut v-if="releases" :releases="releases.releases" :channels="releases.channels" />
      </template>
    </section>
    <aside v-if="desk">
      <NextVersion
        v-model:version="version"
        v-model:channel="channel"
        v-model:reason="reason"
        :next="desk.next"
        :channels
        :chosen-step
        :is-too-little
        @typed="isOwn = true"
        @choose="choose"
      />
      <template v-if="desk.blocked.length"
        ><h3>In the way</h3>
        <ProblemList :problems="desk.blocked" :library="store.slug"
      /></template>
      <p v-else class="small">
        <Mark name="stable" label="ready" class="good" /> Every component compiles, every token has a value,
        the package is named and licensed.
      </p>
      <h3>Before it goes out</h3>
      <GateList
        :gates="desk.gates"
        :steps="attempts[0]?.steps ?? []"
        @set="setGate"
        @waive="waiveGate"
        @take-back="(gate) => waiveGate(gate, '')"
      />
      <ProblemList :problems="refused" :library="store.slug" />
      <p v-if="store.may.keep" class="press">
        <button type="button" class="act main big" :disabled="!canTry" @click="publish(false)">
          {{ underWay && !underWay.rehearsal ? 'Publishing …' : `Publish ${version}` }}
        </button>
        <button type="button" class="act" :disabled="!canTry" @click="publish(true)">Try it out first</button>
      </p>
      <p v-else class="small muted">Publishing takes the role of maintainer.</p>
      <NuxtLink v-if="store.may.write" class="link small" :to="`/${store.slug}/package`"
        >Look into the package</NuxtLink
      >
      <div v-if="published" class="out" role="status">
        <h3>{{ published }} is out</h3>
        <pre>{{ install }}</pre>
        <button type="button" class="link" @click="copy(install)">{{ copied ? 'copied' : 'Copy' }}</button>
      </div>
      <div v-if="shown" ref="log">
        <h3>{{ chosen ? 'An attempt' : underWay ? 'Just now' : 'The last attempt' }}</h3>
        <PublicationLog :attempt="shown" @stop="stop(shown.id)" />
        <p v-if="attempts.length > 1" class="sentence">
          Of <Choice v-model="chosen" label="Attempt" :options="attemptChoices" />.
        </p>
      </div>
    </aside>
  </main>
</template>

<style scoped>
.desk {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 430px;
  min-height: calc(100vh - var(--above, 44px));
}
.left {
  padding: 10px 24px 40px;
  max-width: 900px;
}
.left .sentence b {
  font: 500 14px/20px var(--ui);
  color: var(--ink);
}
.left h2 {
  margin: 18px 0 6px;
  border-bottom: 1px solid var(--rule);
  padding-bottom: 6px;
}
.none {
  padding: 6px 0;
  max-width: 560px;
}
textarea {
  font: 400 16px/24px var(--name) !important;
  min-height: 160px;
}
h3 {
  font: 500 14px/20px var(--ui);
}
.drafted {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  padding-top: 4px;
}
aside {
  border-left: 1px solid var(--rule);
  background: var(--sheet);
  padding: 20px 24px;
  display: grid;
  gap: 12px;
  align-content: start;
}
.press {
  display: flex;
  align-items: center;
  gap: 12px;
}
.big {
  justify-self: start;
  padding: 6px 16px;
}
.out {
  border-top: 1px solid var(--rule);
  padding-top: 10px;
  display: grid;
  gap: 6px;
  justify-items: start;
}
@media (max-width: 900px) {
  .desk {
    grid-template-columns: 1fr;
  }
}
</style>
