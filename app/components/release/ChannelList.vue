<script setup lang="ts">
import { nothingSchema, type ReleasesView } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

/** The channels of a package, each with the version it names; who maintains the library moves them here. */
const { view } = defineProps<{ view: ReleasesView }>()
const store = useLibrary()
const { say } = useSay()
const problems = ref<Problem[]>([])
const isAdding = ref(false)
const versions = computed(() =>
  view.releases.map(({ version, deprecated }) => ({
    value: version,
    title: version,
    note: deprecated === null ? '' : 'withdrawn',
  })),
)
const address = (channel: string) => `/libraries/${store.slug}/channels/${encodeURIComponent(channel)}`

const { act } = useActs(problems)
async function change(work: () => Promise<unknown>, done: string): Promise<void> {
  if (!(await act(work))) return
  say(done)
  isAdding.value = false
}
const move = (channel: string, version: string) =>
  change(
    () => ask(nothingSchema, address(channel), { method: 'PUT', body: { version } }),
    `${channel} is ${version} now.`,
  )
const remove = (channel: string) =>
  change(
    () => ask(nothingSchema, address(channel), { method: 'DELETE' }),
    `${channel} is gone; its version stays.`,
  )
</script>

<template>
  <section aria-labelledby="channels">
    <h2 id="channels">Channels</h2>
    <ul>
      <li v-for="(version, channel) in view.channels" :key="channel">
        <span>{{ channel }}</span>
        <Choice
          v-if="store.may.keep"
          :model-value="version"
          :label="`What ${channel} names`"
          :options="versions"
          @update:model-value="move(channel, $event)"
        />
        <span v-else class="code muted">{{ version }}</span>
        <button
          v-if="store.may.keep && channel !== 'latest'"
          type="button"
          class="link small"
          :aria-label="`Remove ${channel}`"
          @click="remove(channel)"
        >
          Remove
        </button>
      </li>
    </ul>
    <ProblemList :problems />
    <ReasonForm
      v-if="isAdding"
      label="Name of the channel"
      placeholder="Its name"
      verb="Add"
      :most="40"
      @say="(name) => move(name, versions[0]!.value)"
      @cancel="isAdding = false"
    />
    <button v-else-if="store.may.keep" type="button" class="link small" @click="isAdding = true">
      Add a channel …
    </button>
  </section>
</template>

<style scoped>
section {
  margin-top: 24px;
}
h2 {
  border-bottom: 1px solid var(--rule);
  padding-bottom: 6px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto 60px;
  gap: 12px;
  align-items: baseline;
  padding: 6px 4px;
  border-bottom: 1px solid var(--rule-soft);
}
</style>
