<script setup lang="ts">
import { attributeOf } from '~~/core/tokens/axis'
import { autoTheme, conditionSchema, conditionText, type Condition } from '~~/core/tokens/condition'

/** What brings a theme in by itself: said in a sentence, and changed in one. */
const { when, title, axis, keeps } = defineProps<{
  when: Condition | null
  title: string
  axis: string | null
  keeps: boolean
}>()
const emit = defineEmits<{ change: [when: Condition | null] }>()
const isOpen = ref(false)
const problem = ref('')
const schemes = [
  { value: null, title: 'any scheme' },
  { value: 'dark' as const, title: 'a dark scheme' },
  { value: 'light' as const, title: 'a light scheme' },
]
const contrasts = [
  { value: null, title: 'any contrast' },
  { value: 'more' as const, title: 'more contrast' },
  { value: 'less' as const, title: 'less contrast' },
]
const motions = [
  { value: null, title: 'any motion' },
  { value: 'reduce' as const, title: 'less motion' },
]
const rangeText = (range: Condition['width']) => (range ? `${range.min ?? ''}–${range.max ?? ''}` : '')

/** `600–`, `–900` or `600–900`, in CSS pixels. */
function rangeFrom(text: string): Condition['width'] | 'bad' {
  if (text.trim() === '') return undefined
  const [, min, max] = /^\s*(\d*)\s*[–-]\s*(\d*)\s*$/.exec(text) ?? []
  if (min === undefined || max === undefined) return 'bad'
  return { ...(min ? { min: Number(min) } : {}), ...(max ? { max: Number(max) } : {}) }
}

function put(part: { [K in keyof Condition]?: Condition[K] | null | undefined }) {
  const next = Object.fromEntries(
    Object.entries({ ...when, ...part }).filter(([, value]) => value !== null && value !== undefined),
  )
  if (Object.keys(next).length === 0) return emit('change', null)
  const read = conditionSchema.safeParse(next)
  problem.value = read.success ? '' : 'Write widths as 600–, –900 or 600–900, up to 10,000 px.'
  if (read.success) emit('change', read.data)
}
function putRange(name: 'width' | 'container', event: Event) {
  const range = rangeFrom((event.target as HTMLInputElement).value)
  if (range === 'bad') problem.value = 'Write widths as 600–, –900 or 600–900, in pixels.'
  else put({ [name]: range ?? null })
}
</script>

<template>
  <div class="small condition">
    <p>
      <template v-if="when">comes in by itself where {{ conditionText(when) }}</template
      ><span v-else class="muted">never comes in by itself</span>
      <template v-if="keeps"
        >{{ ' ' }}
        <button
          type="button"
          class="link"
          :aria-expanded="isOpen"
          :aria-label="`What brings ${title} in`"
          @click="isOpen = !isOpen"
        >
          {{ isOpen ? 'close' : 'change' }}
        </button></template
      >
    </p>
    <div v-if="isOpen && keeps" class="how">
      <p>
        The reader prefers
        <Choice
          :model-value="when?.scheme ?? null"
          :label="`Scheme for ${title}`"
          :options="schemes"
          @update:model-value="put({ scheme: $event })"
        />,
        <Choice
          :model-value="when?.contrast ?? null"
          :label="`Contrast for ${title}`"
          :options="contrasts"
          @update:model-value="put({ contrast: $event })"
        />
        and
        <Choice
          :model-value="when?.motion ?? null"
          :label="`Motion for ${title}`"
          :options="motions"
          @update:model-value="put({ motion: $event })"
        />.
      </p>
      <label
        >Width of the page
        <input
          class="field"
          :value="rangeText(when?.width)"
          placeholder="any, or 600–"
          @change="putRange('width', $event)"
      /></label>
      <label
        >Width of its container
        <input
          class="field"
          :value="rangeText(when?.container)"
          placeholder="any, or –480"
          @change="putRange('container', $event)"
      /></label>
      <p v-if="problem" class="bad" role="alert">{{ problem }}</p>
      <p v-if="when" class="muted">
        On a root that names no {{ axis ?? 'theme' }}, and in regions with
        <span class="code">{{ attributeOf(axis) }}="{{ autoTheme }}"</span>.
        <button type="button" class="link" @click="emit('change', null)">
          Have it never come in by itself
        </button>
      </p>
    </div>
  </div>
</template>

<style scoped>
.condition p {
  margin: 2px 0;
}
.how {
  display: grid;
  gap: 6px;
  padding: 4px 0 6px 12px;
  border-left: 1px solid var(--rule);
}
.how label {
  display: flex;
  gap: 8px;
  align-items: baseline;
}
.how .field {
  width: 120px;
}
</style>
