<script setup lang="ts">
import { literal } from '~~/core/code/styles/script'
import type { Call } from '~~/core/code/usage'
import type { Method } from '~~/core/contract/method'

/** Calls a method with values; what was called belongs to what is shown, and can be saved with it. */
const { method, answers } = defineProps<{
  method: Method
  /** What was answered, by the place of the call among all that were made. */
  answers: ReadonlyMap<number, { failed: boolean; text: string }>
}>()
const calls = defineModel<readonly Call[]>({ required: true })
const given = ref<unknown[]>([])
const missing = computed(() =>
  method.takes.find((taken, i) => !taken.optional && given.value[i] === undefined && isPlain(taken.type)),
)
const own = computed(() =>
  calls.value.flatMap((call, i) =>
    call.method === method.name ? [{ call, answer: answers.get(i), i }] : [],
  ),
)
const isPlain = (type: Method['takes'][number]['type']) =>
  ['string', 'number', 'boolean', 'literal', 'union'].includes(type.is)
const isFull = computed(() => calls.value.length >= 50)
function call() {
  const values = method.takes.map((_taken, i) => given.value[i] ?? null)
  while (values.length && values.at(-1) === null) values.pop()
  calls.value = [...calls.value, { method: method.name, given: plain(values) }]
}
const said = (values: unknown[]) => values.map((value) => literal(value ?? null)).join(', ')
</script>

<template>
  <div class="method">
    <div v-for="(taken, i) in method.takes" :key="taken.name" class="pair">
      <span class="code muted">{{ taken.name }}{{ taken.optional ? '?' : '' }}</span>
      <ValueEditor
        :type="taken.type"
        :at="`${method.name}.${taken.name}`"
        :model-value="given[i]"
        @update:model-value="given[i] = $event"
      />
    </div>
    <button
      type="button"
      class="link small"
      :aria-label="`Call ${method.name}`"
      :disabled="missing !== undefined || isFull"
      @click="call"
    >
      Call it
    </button>
    <span v-if="missing" class="small muted"> {{ missing.name }} is needed</span>
    <span v-else-if="isFull" class="small muted"> fifty calls are enough for one example</span>
    <ol v-if="own.length" class="calls" aria-live="polite">
      <li v-for="{ call: made, answer, i } in own" :key="i" class="code">
        ({{ said(made.given) }})
        <span v-if="answer" :class="answer.failed ? 'bad' : 'muted'">→ {{ answer.text }}</span>
        <button
          type="button"
          class="link small"
          :aria-label="`Remove the call of ${method.name}`"
          title="Do not call it"
          @click="calls = calls.filter((_call, at) => at !== i)"
        >
          ×
        </button>
      </li>
    </ol>
  </div>
</template>

<style scoped>
.pair {
  display: grid;
}
.pair .code {
  font-size: 11px;
  line-height: 14px;
}
.calls {
  list-style: none;
  margin: 2px 0 0;
  padding: 0;
  font-size: 11px;
  line-height: 16px;
  overflow-wrap: anywhere;
}
</style>
