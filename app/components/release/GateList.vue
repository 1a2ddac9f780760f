<script setup lang="ts">
import type { GateSetting } from '~~/core/release/gates/gate'
import type { StepTaken } from '~~/core/release/publication'
import type { DeskView } from '~~/core/wire'

/** What a library asks of a version before it goes out, how that stands, and what each does where it does not hold. */
const { gates, steps } = defineProps<{
  gates: DeskView['gates']
  /** What came of the newest attempt: gates that are judged while a version is published stand in it. */
  steps: readonly StepTaken[]
}>()
const emit = defineEmits<{
  set: [gate: string, setting: GateSetting]
  waive: [gate: string, reason: string]
  takeBack: [gate: string]
}>()
const store = useLibrary()
const writing = ref<string>()
const settings: { value: GateSetting; title: string; note: string }[] = [
  { value: 'stop', title: 'stops', note: 'nothing goes out' },
  { value: 'warn', title: 'warns', note: 'it is said, and stands in the record' },
  { value: 'pass', title: 'lets pass', note: 'it is not asked' },
]
type Standing = DeskView['gates'][number]
const stepOf = ({ name, isTried }: Standing) =>
  isTried ? steps.find((step) => step.name === name) : undefined
const isWrong = (gate: Standing) => stepOf(gate)?.state === 'wrong'
const lastTimes = { fine: '; it held the last time', wrong: '; it did not hold the last time' }
const lastTime = (gate: Standing) => {
  const state = stepOf(gate)?.state
  return state === 'fine' || state === 'wrong' ? lastTimes[state] : ''
}
const marks = { stop: 'breaking', warn: 'differs', pass: 'not tried' } as const
const markOf = ({ says, setting, isTried }: Standing) => {
  if (says === undefined) return isTried ? 'not tried' : 'seen'
  return marks[setting]
}
const toneOf = ({ says, setting, isTried, waiver }: Standing) => {
  if (says === undefined) return isTried ? 'muted' : 'good'
  return setting === 'stop' && !waiver ? 'bad' : ''
}
const labelOf = ({ says, setting, waiver, isTried }: Standing) => {
  if (says === undefined) return isTried ? 'tried while it is published' : 'holds'
  if (waiver) return 'waived'
  return { stop: 'stops', warn: 'warns', pass: 'lets pass' }[setting]
}
</script>

<template>
  <ul class="gates" aria-label="Gates">
    <li v-for="gate in gates" :key="gate.name">
      <Mark :name="markOf(gate)" :label="labelOf(gate)" :class="toneOf(gate)" />
      <div>
        <p>
          <NuxtLink class="link" :to="`/${store.slug}/${gate.screen}`">{{ gate.title }}</NuxtLink><template
            v-if="store.may.keep"
            >, or it
            <Choice
              :model-value="gate.setting"
              :label="`What the gate does: ${gate.title}`"
              :options="settings"
              @update:model-value="emit('set', gate.name, $event)" /></template
          ><template v-else
            >, or it {{ settings.find(({ value }) => value === gate.setting)!.title }}</template
          >.
        </p>
        <p v-if="gate.says && gate.setting !== 'pass'" class="small">{{ gate.says }}</p>
        <p v-if="gate.isTried && gate.setting !== 'pass'" class="small muted">
          Tried while it is published{{ lastTime(gate) }}.
        </p>
        <p v-if="gate.waiver" class="small muted">
          Waived for this version by {{ gate.waiver.by ?? 'somebody who has left' }}: {{ gate.waiver.reason }}
          <button v-if="store.may.keep" type="button" class="link" @click="emit('takeBack', gate.name)">
            Take back
          </button>
        </p>
        <ReasonForm
          v-else-if="writing === gate.name"
          :label="`Why this is waived: ${gate.title}`"
          placeholder="Why it may stand"
          verb="Waive"
          @say="(reason) => ((writing = undefined), emit('waive', gate.name, reason))"
          @cancel="writing = undefined"
        />
        <button
          v-else-if="store.may.keep && (gate.says || isWrong(gate)) && gate.setting !== 'pass'"
          type="button"
          class="link small"
          :aria-label="`Waive: ${gate.title}`"
          @click="writing = gate.name"
        >
          Waive
        </button>
      </div>
    </li>
  </ul>
</template>

<style scoped>
.gates {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 14px minmax(0, 1fr);
  gap: 8px;
  align-items: baseline;
  padding: 5px 0;
  border-top: 1px solid var(--rule-soft);
}
</style>
