<script setup lang="ts">
import { attributeOf, attributeValue, directionAxis, isAxisName } from '~~/core/tokens/axis'

/** Whether a theme is worn instead of others or beside them, and along which axis. */
const { axis, axes, title, name } = defineProps<{
  axis: string | null
  /** The axes that there are. */
  axes: readonly string[]
  title: string
  name: string
  keeps: boolean
}>()
const emit = defineEmits<{ change: [axis: string | null] }>()
/** What a new axis is to be called, while somebody writes it. */
const written = ref<string>()
const problem = ref('')
const field = useTemplateRef<HTMLInputElement>('field')
const another = ' another'
const options = computed(() => [
  { value: null, title: 'instead of other themes' },
  ...[...new Set(['density', ...axes.filter((known) => known !== directionAxis)])].map((value) => ({
    value,
    title: `beside others, by ${value}`,
  })),
  { value: directionAxis, title: 'beside others, from right to left' },
  { value: another, title: 'beside others, by something else …' },
])
function choose(value: string | null) {
  if (value !== another) return emit('change', value)
  written.value = ''
  void nextTick(() => field.value?.focus())
}
function take() {
  const wanted = (written.value ?? '').trim().toLowerCase()
  problem.value = isAxisName(wanted)
    ? ''
    : 'Write it in up to 30 letters and hyphens, such as “density”, and neither “theme” nor “kept …”.'
  if (problem.value) return
  written.value = undefined
  emit('change', wanted)
}
function leave() {
  written.value = undefined
  problem.value = ''
}
</script>

<template>
  <div class="small axis">
    <p v-if="keeps || axis">
      worn
      <Choice
        v-if="keeps"
        :model-value="axis"
        :label="`How ${title} is worn`"
        :options
        @update:model-value="choose"
      /><template v-else>{{ options.find(({ value }) => value === axis)?.title }}</template
      ><template v-if="axis"
        >, with
        <span class="code">{{ attributeOf(axis) }}="{{ attributeValue({ axis, name }) }}"</span></template
      >
    </p>
    <form v-if="written !== undefined" @submit.prevent="take" @keydown.esc.stop="leave">
      <label
        >By
        <input
          ref="field"
          v-model="written"
          class="field"
          placeholder="such as density"
          :aria-invalid="!!problem"
      /></label>
      <button type="submit" class="act" :disabled="!written.trim()">Take it</button>
      <button type="button" class="act" @click="leave">Close</button>
      <p v-if="problem" class="bad" role="alert">{{ problem }}</p>
    </form>
  </div>
</template>

<style scoped>
.axis p {
  margin: 2px 0;
}
form {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: baseline;
  padding: 4px 0 6px 12px;
  border-left: 1px solid var(--rule);
}
.field {
  width: 140px;
}
</style>
