<script setup lang="ts">
import { nothingSchema, type ReleasesView } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

/** A version is withdrawn, with what to say to whoever installs it, and taken back; it stays for those who have it. */
const { release, channels } = defineProps<{
  release: ReleasesView['releases'][number]
  /** Channels that name it. */
  channels: readonly string[]
}>()
const store = useLibrary()
const { say } = useSay()
const writing = ref(false)
const problems = ref<Problem[]>([])
const opener = useTemplateRef<HTMLButtonElement>('opener')
watch(
  () => release.version,
  () => {
    writing.value = false
    problems.value = []
  },
)

function close() {
  writing.value = false
  void nextTick(() => opener.value?.focus())
}
async function send(text: string) {
  const { version } = release
  try {
    await ask(nothingSchema, `/libraries/${store.slug}/releases/${version}/withdrawal`, {
      method: 'PUT',
      body: { message: text },
    })
    problems.value = []
    writing.value = false
    if (text) say(`${version} is withdrawn.`, { title: 'Undo', run: () => void send('') })
    else say(`${version} is not withdrawn any more.`)
  } catch (error) {
    problems.value = problemsOf(error)
  }
}
</script>

<template>
  <div>
    <p v-if="release.deprecated" class="withdrawn">
      <Mark name="deprecated" label="withdrawn" class="bad" /> Withdrawn: {{ release.deprecated }}
      <template v-if="channels.length">
        {{ capital(channels.join(' and ')) }} still
        {{ channels.length === 1 ? 'names' : 'name' }} it.</template
      >
      <button v-if="store.may.keep" type="button" class="link" @click="send('')">Take back</button>
    </p>
    <ReasonForm
      v-else-if="writing"
      label="What package clients say to whoever installs it"
      placeholder="What to use, and why not this"
      :verb="`Withdraw ${release.version}`"
      :most="1000"
      @say="send"
      @cancel="close"
    />
    <button v-else-if="store.may.keep" ref="opener" type="button" class="link small" @click="writing = true">
      Withdraw …
    </button>
    <ProblemList :problems />
  </div>
</template>
