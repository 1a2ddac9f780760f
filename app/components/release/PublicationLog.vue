<script setup lang="ts">
import { isUnderWay, publicationSteps, type StepTaken } from '~~/core/release/publication'
import type { Publication } from '~~/core/wire'

/** How an attempt to publish goes, or went: each step, what came of it, and what stopped it. */
const { attempt } = defineProps<{ attempt: Publication }>()
defineEmits<{ stop: [] }>()
const store = useLibrary()
const doing = computed(() => (attempt.rehearsal ? 'Trying out' : 'Publishing'))
const said = computed(() => {
  const { state, rehearsal, version } = attempt
  if (state === 'waiting') return `${doing.value} ${version}: it waits for its turn …`
  if (state === 'running') return `${doing.value} ${version} …`
  if (state === 'cancelled') return `${version} was stopped. Nothing of it is out.`
  if (state === 'failed') return `${version} ${rehearsal ? 'would not go out' : 'is not out'}.`
  return rehearsal ? `${version} could go out.` : `${version} went out.`
})
const titleOf = ({ name }: StepTaken) => publicationSteps.find((step) => step.name === name)!.title
/** What came of a step, where no problem of the attempt says the same. */
const linesOf = ({ says }: StepTaken) =>
  says.filter((line) => !attempt.problems.some(({ what }) => what.includes(line)))
const markOf = { running: 'not tried', fine: 'seen', wrong: 'breaking', 'not-tried': 'not tried' } as const
const labelOf = { running: 'goes on', fine: 'done', wrong: 'wrong', 'not-tried': 'not tried' } as const
const tookOf = ({ took, state }: StepTaken) => {
  if (took === undefined) return state === 'running' ? '…' : ''
  return took < 1000 ? 'under a second' : `${Math.round(took / 1000)} s`
}
</script>

<template>
  <section :aria-label="`${doing} ${attempt.version}`">
    <p role="status">
      {{ said }}
      <button v-if="isUnderWay(attempt) && store.may.keep" type="button" class="link" @click="$emit('stop')">
        Stop
      </button>
    </p>
    <ol>
      <li v-for="step in attempt.steps" :key="step.name">
        <Mark
          :name="markOf[step.state]"
          :label="labelOf[step.state]"
          :class="{ good: step.state === 'fine', bad: step.state === 'wrong' }"
        />
        <div>
          <p>
            {{ titleOf(step) }} <span class="small muted">{{ tookOf(step) }}</span>
          </p>
          <p v-for="line in linesOf(step)" :key="line" class="small said">{{ line }}</p>
        </div>
      </li>
    </ol>
    <ProblemList :problems="attempt.problems" :library="store.slug" />
    <p class="small muted">{{ attempt.by ?? 'Somebody who has left' }}, {{ ago(attempt.made_at) }}</p>
  </section>
</template>

<style scoped>
ol {
  list-style: none;
  margin: 4px 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 14px minmax(0, 1fr);
  gap: 8px;
  align-items: baseline;
  padding: 4px 0;
  border-top: 1px solid var(--rule-soft);
}
.said {
  overflow-wrap: anywhere;
}
</style>
