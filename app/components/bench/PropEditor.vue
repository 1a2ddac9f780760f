<script setup lang="ts">
import type { Prop } from '~~/core/contract/prop'
import { limitsOf } from '~~/core/contract/limits'
import { choicesOf, editorFor, misfit } from '~~/core/contract/type'

/** The editor for a prop's live value, as fits its type. “Not set” is a value of its own: `undefined`. */
const { prop } = defineProps<{ prop: Prop }>()
const value = defineModel<unknown>()
const editor = computed(() => editorFor(prop.type, prop.name))
const choices = computed(() => choicesOf(prop.type) ?? [])
const isSet = computed(() => value.value !== undefined)
const label = computed(() => `${prop.name}`)
const defaultText = computed(() => (typeof prop.defaultValue === 'string' ? prop.defaultValue : (prop.default ?? '')))

const draft = ref('')
const wrong = ref<string>()
watch(value, (now) => {
  if (editor.value !== 'structured') return
  try {
    if (JSON.stringify(JSON.parse(draft.value)) === JSON.stringify(now)) return
  } catch { /* what is written is no JSON yet; the value wins */ }
  draft.value = now === undefined ? '' : JSON.stringify(now, null, 1)
}, { immediate: true })
function writeStructured(text: string) {
  draft.value = text
  if (text.trim() === '') {
    wrong.value = undefined
    value.value = undefined
    return
  }
  let read: unknown
  try {
    read = JSON.parse(text)
  } catch {
    wrong.value = 'This is not JSON yet.'
    return
  }
  wrong.value = misfit(prop.type, read, prop.name)
  if (!wrong.value) value.value = read
}
const limits = computed(() => limitsOf(prop.comment))
const date = computed({
  get: () => (typeof value.value === 'string' ? new Date(value.value) : null),
  set: (chosen: Date | null | undefined) => { value.value = chosen instanceof Date && !Number.isNaN(chosen.getTime()) ? chosen.toISOString() : undefined },
})
</script>

<template>
  <div class="editor">
    <div v-if="editor === 'choice'" class="choices" role="radiogroup" :aria-label="label">
      <label v-for="choice in choices" :key="String(choice)" :class="{ on: value === choice, rest: !isSet && prop.defaultValue === choice }">
        <input type="radio" :name="`prop-${prop.name}`" :checked="value === choice" @change="value = choice">{{ choice }}
      </label>
    </div>
    <span v-else-if="editor === 'checkbox'" class="tick">
      <Checkbox :model-value="value === true" binary :aria-label="label" size="small" @update:model-value="value = $event" />
      <span v-if="!isSet" class="small muted">not set</span><span v-else-if="value === false" class="small muted">off</span>
    </span>
    <InputNumber v-else-if="editor === 'number'" :model-value="(value as number | undefined) ?? null" :placeholder="defaultText || 'not set'" :aria-label="label" :min="limits.least" :max="limits.most" :use-grouping="false" :max-fraction-digits="6" size="small" fluid @input="value = typeof $event.value === 'number' ? $event.value : undefined" @update:model-value="value = $event ?? undefined" />
    <DatePicker v-else-if="editor === 'date'" v-model="date" :placeholder="'not set'" date-format="d M yy" :aria-label="label" size="small" fluid show-button-bar />
    <span v-else-if="editor === 'colour'" class="colour">
      <ColorPicker :class="{ empty: !isSet }" default-color="ffffff" :model-value="typeof value === 'string' ? value.replace('#', '') : ''" :aria-label="`${label}: pick`" @update:model-value="value = `#${$event}`" />
      <input class="field" :value="value ?? ''" :placeholder="defaultText || 'not set'" :aria-label="label" @input="value = ($event.target as HTMLInputElement).value">
    </span>
    <template v-else-if="editor === 'structured'">
      <textarea class="field" rows="2" :value="draft" :placeholder="defaultText || 'not set'" :aria-label="label" :aria-invalid="wrong ? 'true' : undefined" spellcheck="false" @input="writeStructured(($event.target as HTMLTextAreaElement).value)" />
      <p v-if="wrong" class="small bad" role="alert">{{ wrong }} The last that fitted is shown.</p>
    </template>
    <label v-else-if="editor === 'function'" class="tick"><Checkbox :model-value="value === true" binary :aria-label="label" size="small" @update:model-value="value = $event ? true : undefined" /> <span class="small muted">{{ value === true ? 'recorded when it is called' : 'not set' }}</span></label>
    <input v-else-if="editor === 'text'" class="field" :value="value ?? ''" :placeholder="isSet ? 'an empty text' : defaultText || 'not set'" :aria-label="label" @input="value = ($event.target as HTMLInputElement).value">
    <span v-else class="small muted">set by script only</span>
    <p v-if="editor === 'number' && limits.says" class="small muted">{{ limits.says }}</p>
    <button v-if="isSet" type="button" class="unset" :aria-label="`Do not set ${prop.name}`" title="Do not set it" @click="value = undefined">×</button>
  </div>
</template>

<style scoped>
.editor { position: relative; padding-right: 18px; min-width: 0; }
.unset { position: absolute; right: -2px; top: 0; border: 0; background: none; color: var(--muted); cursor: pointer; font-size: 15px; line-height: 20px; padding: 0 4px; }
.unset:hover { color: var(--rust); }
.choices { display: flex; flex-wrap: wrap; gap: 2px 10px; font: 400 12px/20px var(--code); }
.choices label { cursor: pointer; border-bottom: 2px solid transparent; } .choices label:hover { border-color: var(--rule); }
.choices .on { border-color: var(--kelp); font-weight: 700; } .choices .rest { border-bottom: 2px dotted var(--muted); }
.choices label:focus-within { outline: 2px solid var(--kelp); outline-offset: 2px; }
.choices input { position: absolute; opacity: 0; pointer-events: none; }
.tick { display: inline-flex; gap: 8px; align-items: center; }
.colour .empty { opacity: 0.45; filter: grayscale(1); }
.colour { display: flex; gap: 8px; align-items: center; }
textarea.field { font-size: 12px; line-height: 16px; }
.editor :deep(.p-inputtext) { font: 400 13px/20px var(--code); padding: 1px 4px; border-width: 0 0 1px; border-color: var(--ink); border-radius: 0; }
</style>
