<script setup lang="ts">
import type { Problem } from '~~/core/problem'

/** The guide to a version, or to what stands on the shelf, as files that work without this server. */
const { version } = defineProps<{ version?: string }>()
const store = useLibrary()
const problems = ref<Problem[]>([])
const { isBusy, act } = useActs(problems)
const { say } = useSay()

const take = () =>
  act(async () => {
    const { file, name } = await askFile(`/libraries/${store.slug}/guide`, { query: { version } })
    saveFile(file, name)
    say(`${name} is yours: unpack it, and open index.html.`)
  })
</script>

<template>
  <div class="guide">
    <p class="small muted">
      All components with words, live examples in every theme, code and search, as a folder of pages that
      works from a disk or any web server.
    </p>
    <button type="button" class="act" :disabled="isBusy" @click="take">
      {{ isBusy ? 'The guide is being made …' : 'Take the guide along' }}
    </button>
    <ProblemList :problems :library="store.slug" />
  </div>
</template>

<style scoped>
.guide {
  display: grid;
  gap: 8px;
  justify-items: start;
}
</style>
