<script setup lang="ts">
import { installWith } from '~~/core/release/install'
import { draftNotes } from '~~/core/release/notes'
import { publishedSchema, releasesSchema, type ReleasesView } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

const store = useLibrary()
useHead({ title: () => `Release · ${store.library?.title} · Kept Shelf` })
const { say } = useSay()
const desk = ref<ReleasesView>()
const problems = ref<Problem[]>([])
const refused = ref<Problem[]>([])
const version = ref('')
const channel = ref('latest')
const notes = ref('')
const busy = ref(false)
const published = ref<string>()
const { copy, copied } = useCopy()

async function load() {
  try {
    desk.value = await ask(releasesSchema, `/libraries/${store.slug}/releases`)
    problems.value = []
    if (!version.value) choose(desk.value.next.find((entry) => entry.enough)?.step ?? 'patch')
    if (!notes.value)
      notes.value = draftNotes(
        desk.value.changed.map(({ tag, change }) => ({ title: store.title(tag), change })),
      )
  } catch (error) {
    problems.value = problemsOf(error)
  }
}
watch([() => store.releaseStamp, () => store.library?.revision?.number], load, { immediate: true })
function choose(step: string) {
  const next = desk.value?.next.find((entry) => entry.step === step) ?? desk.value?.next[0]
  if (!next) return
  version.value = next.version
  channel.value = next.step === 'prerelease' ? 'next' : 'latest'
}
const chosenStep = computed(() => desk.value?.next.find((entry) => entry.version === version.value))
const can = computed(
  () =>
    store.may.keep && !busy.value && desk.value && desk.value.blocked.length === 0 && version.value !== '',
)
async function publish() {
  busy.value = true
  refused.value = []
  try {
    const done = await ask(publishedSchema, `/libraries/${store.slug}/releases`, {
      method: 'POST',
      body: { version: version.value, channel: channel.value, notes: notes.value },
    })
    published.value = done.version
    version.value = ''
    notes.value = ''
    await Promise.all([load(), store.load()])
    say(`${done.version} is out.`)
  } catch (error) {
    refused.value = problemsOf(error)
  } finally {
    busy.value = false
  }
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
        <template v-if="store.library?.latest"
          >From <b>{{ store.library.latest }}</b> to <b>the shelf</b>, every component that differs.</template
        ><template v-else>Nothing is published yet: <b>the shelf</b> makes the first version.</template>
      </p>
      <ProblemList :problems />
      <template v-if="desk">
        <h2>
          What differs
          <span class="small muted">{{
            desk.changed.length
              ? `${count(desk.changed.length)} of ${count(store.standing.length)}`
              : 'nothing'
          }}</span>
        </h2>
        <p v-if="!desk.changed.length" class="muted none">
          {{
            store.library?.latest
              ? `Every component is as it is in ${store.library.latest}. A new version would differ by tokens, words and notes only.`
              : 'The shelf is empty: bring source in, and what is on it can be published.'
          }}
        </p>
        <ChangeRow v-for="change in desk.changed" :key="change.tag" :change />
        <p v-if="desk.changed.length" class="small muted">
          Weighed by what the components offer. Tokens, looks and words are packed too, and are not weighed.
        </p>
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
        <h2>Out already</h2>
        <div v-for="release in desk.releases" :key="release.version" class="past">
          <NuxtLink
            class="code link"
            :to="{ path: `/${store.slug}/registry`, query: { version: release.version } }"
            >{{ release.version }}</NuxtLink
          >
          <span class="small muted">{{
            Object.entries(desk.channels)
              .filter(([, v]) => v === release.version)
              .map(([name]) => name)
              .join(', ')
          }}</span>
          <span class="small muted">{{ release.made_by }}, {{ ago(release.made_at) }}</span>
        </div>
      </template>
    </section>
    <aside v-if="desk">
      <p class="small muted">The next version is</p>
      <input
        v-model="version"
        class="version"
        aria-label="The next version"
        spellcheck="false"
        :disabled="!store.may.keep"
      />
      <p class="sentence">
        {{
          chosenStep
            ? `${chosenStep.says}.`.replace(/^./, (c) => c.toUpperCase())
            : 'A version of your own choosing.'
        }}
        To
        <Choice
          v-model="channel"
          label="Channel"
          :options="
            [...new Set(['latest', 'next', ...Object.keys(desk.channels)])].map((value) => ({
              value,
              title: value,
              note: desk!.channels[value] ? `now ${desk!.channels[value]}` : 'new',
            }))
          "
        />.
      </p>
      <div class="steps" role="group" aria-label="Versions that may come next">
        <button
          v-for="next in desk.next"
          :key="next.step"
          type="button"
          class="step"
          :class="{ on: next.version === version }"
          :aria-pressed="next.version === version"
          :disabled="!store.may.keep"
          @click="choose(next.step)"
        >
          <span class="code">{{ next.version }}</span>{{ ' ' }}
          <span class="small" :class="next.enough ? 'muted' : 'bad'">{{ next.says }}</span>
        </button>
      </div>
      <template v-if="desk.blocked.length"
        ><h3>In the way</h3>
        <ProblemList :problems="desk.blocked" :library="store.slug"
      /></template>
      <p v-else class="small">
        <Mark name="stable" label="ready" class="good" /> Every component compiles, every token has a value,
        the package is named and licensed.
      </p>
      <ProblemList :problems="refused" :library="store.slug" />
      <button v-if="store.may.keep" type="button" class="act main big" :disabled="!can" @click="publish">
        {{ busy ? 'Packing …' : `Publish ${version}` }}
      </button>
      <p v-else class="small muted">Publishing takes the role of maintainer.</p>
      <div v-if="published" class="out" role="status">
        <h3>{{ published }} is out</h3>
        <pre>{{ install }}</pre>
        <button type="button" class="link" @click="copy(install)">{{ copied ? 'copied' : 'Copy' }}</button>
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
.past {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: baseline;
  padding: 7px 0;
  border-bottom: 1px solid var(--rule-soft);
}
.past .code {
  width: 110px;
}
.past .small + .small {
  margin-left: auto;
}
.none {
  padding: 6px 0;
  max-width: 560px;
}
textarea {
  font: 400 16px/24px var(--name) !important;
  min-height: 160px;
}
aside {
  border-left: 1px solid var(--rule);
  background: var(--sheet);
  padding: 20px 24px;
  display: grid;
  gap: 12px;
  align-content: start;
}
.version {
  font: 500 56px/60px var(--name);
  letter-spacing: -0.02em;
  border: 0;
  background: none;
  width: 100%;
  color: var(--ink);
  padding: 0;
}
.version:focus-visible {
  outline-offset: 4px;
}
.step {
  display: grid;
  grid-template-columns: 110px 1fr;
  text-align: left;
  gap: 12px;
  width: 100%;
  border: 0;
  border-top: 1px solid var(--rule-soft);
  background: none;
  padding: 7px 4px;
  cursor: pointer;
  align-items: baseline;
}
.step:hover:not(:disabled) {
  background: var(--kelp-wash);
}
.step.on .code {
  font-weight: 700;
  box-shadow: inset 0 -2px var(--kelp);
  justify-self: start;
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
