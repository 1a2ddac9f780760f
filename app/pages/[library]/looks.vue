<script setup lang="ts">
import type { LookChange } from '~~/core/wire'

/** How the shelf looks beside a version: every picture that differs, looked through one after the other. */
const store = useLibrary()
useHead({ title: () => `Looks · ${store.library?.title} · Kept Shelf` })
const version = useAddressChoice('from', '')
const which = useAddressChoice('which', 'open')
const { view, problems, isBusy, take, stop, judge } = usePictures(version)
const run = computed(() => view.value?.run)
const isUnderWay = computed(() => run.value?.state === 'waiting' || run.value?.state === 'running')

const { base, bases } = useVersionChoice(
  () => view.value?.versions,
  () => view.value?.version,
  version,
)
const isOf: Record<string, (change: LookChange) => boolean> = {
  open: ({ verdict }) => verdict === null,
  accepted: ({ verdict }) => verdict?.accepted === true,
  refused: ({ verdict }) => verdict?.accepted === false,
  all: () => true,
}
const titles = {
  open: 'what nobody has judged',
  accepted: 'what was accepted',
  refused: 'what is not meant',
  all: 'all that differs',
}
const changes = computed(() => view.value?.changes ?? [])
const kinds = computed(() =>
  Object.entries(titles).map(([value, title]) => ({
    value,
    title,
    note: String(changes.value.filter(isOf[value]!).length),
  })),
)
/** Those that are shown stay where they are while they are judged. */
const held = ref(new Set<string>())
watch([which, version], () => held.value.clear())
const keyOf = ({ tag, situation, theme }: LookChange) => JSON.stringify([tag, situation, theme])
const chosen = computed(() =>
  changes.value.filter(
    (change) => (isOf[which.value] ?? isOf.open!)(change) || held.value.has(keyOf(change)),
  ),
)
const most = ref(40)
const shown = computed(() => chosen.value.slice(0, most.value))

const at = ref(0)
/** The rows by their changes: in which order they are made is nobody's promise. */
const rows = new Map<string, { bring(): void }>()
function keepRow(change: LookChange, row: unknown) {
  if (row) rows.set(keyOf(change), row as { bring(): void })
  else rows.delete(keyOf(change))
}
const current = computed(() => shown.value[Math.min(at.value, shown.value.length - 1)])
function go(by: number) {
  at.value = Math.max(0, Math.min(shown.value.length - 1, at.value + by))
  if (current.value) rows.get(keyOf(current.value))?.bring()
}
async function say(changes: readonly (LookChange | undefined)[], accepted: boolean | null) {
  const all = changes.filter((change) => change !== undefined)
  if (all.length === 0 || !store.may.keep) return
  for (const change of all) held.value.add(keyOf(change))
  await judge(all, accepted)
}
async function sayAndGo(accepted: boolean) {
  await say([current.value], accepted)
  go(1)
}
/** What nobody has judged of the same component, in any theme and situation. */
const openOf = (tag: string | undefined) =>
  changes.value.filter((change) => change.tag === tag && change.verdict === null).slice(0, 1000)
const isFirstOf = (i: number) => shown.value[i]?.tag !== shown.value[i - 1]?.tag
useKeys([
  { keys: 'j', does: 'the next change', run: () => go(1) },
  { keys: 'k', does: 'the one before', run: () => go(-1) },
  { keys: 'a', does: 'accept the change, and on to the next', run: () => void sayAndGo(true) },
  { keys: 'n', does: 'it is not meant, and on to the next', run: () => void sayAndGo(false) },
  { keys: 'u', does: 'take back what was said of the change', run: () => void say([current.value], null) },
  {
    keys: 'A',
    does: 'accept whatever nobody has judged of the same component',
    run: () => void say(openOf(current.value?.tag), true),
  },
])
/** What a press on the button takes; nothing where all is known. */
const toTake = computed(() => {
  const { left, failed, restless } = view.value!
  if (left > 0) return `Take ${plural(left, 'pair')} of pictures`
  const again = failed.length + restless.length
  return again > 0 ? `Take ${plural(again, 'pair')} once more` : undefined
})
const summary = computed(() => {
  const { pairs, left } = view.value!
  const known = pairs - left
  if (known === 0) return 'no picture was taken yet'
  const many = changes.value.length
  const looking = many === 1 ? 'looks' : 'look'
  return `${many === 0 ? 'none' : count(many)} of ${plural(known, 'picture')} ${looking} otherwise`
})
</script>

<template>
  <main class="looks">
    <div class="lead">
      <p v-if="view?.version" class="sentence">
        Beside <Choice v-model="base" label="Beside which version" :options="bases" />, {{ summary }}. Shown
        is <Choice v-model="which" label="Shown is" :options="kinds" />.
      </p>
      <p v-else-if="view" class="sentence">Nothing is published yet: there is nothing to look beside.</p>
      <div v-if="store.may.write && view?.version" class="acts">
        <button v-if="isUnderWay" type="button" class="act" :disabled="isBusy" @click="stop">Stop</button>
        <button
          v-else
          type="button"
          class="act main"
          :disabled="isBusy || toTake === undefined || !view.browser"
          @click="take"
        >
          {{ toTake ?? 'All are taken' }}
        </button>
      </div>
    </div>
    <ProblemList :problems class="told" />
    <p v-if="!view && !problems.length" class="told muted" role="status">Asking what is known …</p>
    <p v-if="view && !view.browser" class="told">
      There is no browser on the server, so no picture can be taken. Whoever runs it installs Chromium, and
      names its place in <code>CHROMIUM</code>. A version can go out without.
    </p>
    <p v-if="isUnderWay && run" class="told" role="status">
      {{
        run.state === 'waiting' && run.total === 0 ? 'Waiting for a turn' : 'Pictures are taken and compared'
      }}: {{ run.done }} of {{ run.total }}. You may leave this page.
      <progress :value="run.done" :max="run.total || 1" aria-label="Pictures taken" />
    </p>
    <template v-else-if="run">
      <p v-if="run.state === 'cancelled'" class="told muted" role="status">
        It was stopped {{ ago(run.made_at) }}; what was taken until then is kept.
      </p>
      <ProblemList v-if="run.problems.length" class="told" :problems="run.problems" />
    </template>
    <p v-if="view?.version && !chosen.length && !isUnderWay" class="told muted">
      {{
        view.left === view.pairs
          ? 'Every component is looked at as on the shelf and in its examples, in every theme, here and there.'
          : changes.length
            ? `None of ${plural(changes.length, 'change')} is of that kind.`
            : 'Everything that was looked at looks as it did.'
      }}
    </p>
    <LookChangeRow
      v-for="(change, i) in shown"
      :key="keyOf(change)"
      :ref="(row) => keepRow(change, row)"
      :change
      :version="view!.version!"
      :is-current="change === current"
      :is-busy
      :open="isFirstOf(i) ? openOf(change.tag).length : 0"
      @focusin="at = i"
      @click="at = i"
      @judge="say([change], $event)"
      @accept-all="say(openOf(change.tag), true)"
    />
    <button v-if="chosen.length > shown.length" type="button" class="act more" @click="most += 40">
      Show {{ Math.min(40, chosen.length - shown.length) }} more
    </button>
    <section v-if="view?.failed.length || view?.restless.length || view?.alone || view?.past" class="rest">
      <h2>Not compared</h2>
      <p v-if="view.alone">
        {{ capital(plural(view.alone, 'picture')) }} of what {{ view.version }} does not have, or of what was
        not built there or here.
      </p>
      <p v-if="view.past">{{ capital(plural(view.past, 'pair')) }} past the most that are looked at.</p>
      <p v-for="(picture, i) in view.failed" :key="i">
        <NuxtLink class="link" :to="`/${store.slug}/${picture.tag}`">{{ store.title(picture.tag) }}</NuxtLink>
        {{ situationOf(picture) }} in {{ store.themeTitle(picture.theme) }}: {{ picture.says }}
      </p>
      <p v-for="picture in view.restless" :key="`${picture.tag} ${picture.situation} ${picture.theme}`">
        <NuxtLink class="link" :to="`/${store.slug}/${picture.tag}`">{{ store.title(picture.tag) }}</NuxtLink>
        {{ situationOf(picture) }} in {{ store.themeTitle(picture.theme) }} looked otherwise when it was taken
        once more: it does not hold still.
      </p>
    </section>
  </main>
</template>

<style scoped>
.looks {
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
.told,
.rest,
.more {
  margin: 8px 24px;
}
progress {
  width: 160px;
  accent-color: var(--kelp);
  vertical-align: middle;
  margin-left: 8px;
}
</style>
