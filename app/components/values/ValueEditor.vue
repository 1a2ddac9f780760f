<script setup lang="ts">
import { firstValue } from '~~/core/contract/first-value'
import {
  alternativesOf,
  choicesOf,
  editorFor,
  misfit,
  shortType,
  withoutUndefined,
  type TypeModel,
} from '~~/core/contract/type'
import type { Limits } from '~~/core/contract/limits'

/**
 * The editor for a value, as fits its type; lists and objects have one for each of their values.
 * “Not set” is a value of its own: `undefined`. `at` is the path to the value, by which its editor goes.
 */
const {
  type,
  at,
  rest = undefined,
  limits = undefined,
  depth = 0,
} = defineProps<{
  type: TypeModel
  at: string
  rest?: unknown
  limits?: Limits | undefined
  depth?: number
}>()
const value = defineModel<unknown>()
const name = computed(() => at.split(/[.[]/).at(-1)!.replace(']', ''))
const asText = ref(false)
const fitted = computed(() => editorFor(type, name.value))
const open = computed(() => fitted.value === 'list' || fitted.value === 'object' || fitted.value === 'either')
const editor = computed(() => (open.value && (asText.value || depth > 5) ? 'structured' : fitted.value))
const plain = computed(() => withoutUndefined(type).type)
const choices = computed(() => choicesOf(type) ?? [])
const isSet = computed(() => value.value !== undefined && value.value !== null)
const restText = computed(() =>
  typeof rest === 'string' && rest
    ? rest
    : rest === undefined || rest === ''
      ? 'not set'
      : JSON.stringify(rest),
)
const id = useId()

const date = computed({
  get: () => (typeof value.value === 'string' ? new Date(value.value) : null),
  set: (chosen: Date | null | undefined) => {
    value.value = chosen instanceof Date && !Number.isNaN(chosen.getTime()) ? chosen.toISOString() : undefined
  },
})

const alternatives = computed(() =>
  fitted.value === 'list' || fitted.value === 'object' || fitted.value === 'either'
    ? alternativesOf(plain.value)
    : [],
)
/** Which of the alternatives the value is of; what is not set is of none. */
const chosen = computed(() =>
  value.value === undefined || value.value === null
    ? -1
    : alternatives.value.findIndex((alternative) => misfit(alternative, value.value) === undefined),
)
const list = computed(() => alternatives.value.find((alternative) => alternative.is === 'list'))
const object = computed(() => alternatives.value.find((alternative) => alternative.is === 'object'))
const fields = computed(() => (object.value?.is === 'object' ? object.value.fields : []))
const isObject = computed(
  () => typeof value.value === 'object' && value.value !== null && !Array.isArray(value.value),
)
const ofList = computed<TypeModel>(() => (list.value?.is === 'list' ? list.value.of : { is: 'undefined' }))
const listEditor = useTemplateRef<{ add: () => void }>('listEditor')
const kindOptions = computed(() => [
  { value: -1, title: 'not set' },
  ...alternatives.value.map((alternative, i) => ({ value: i, title: shortType(alternative) })),
])
</script>

<template>
  <div class="value-editor">
    <div v-if="editor === 'choice'" class="choices" role="radiogroup" :aria-label="at">
      <label
        v-for="choice in choices"
        :key="String(choice)"
        :class="{ on: value === choice, rest: !isSet && rest === choice }"
      >
        <input type="radio" :name="id" :checked="value === choice" @change="value = choice" />{{ choice }}
      </label>
    </div>
    <span v-else-if="editor === 'checkbox'" class="tick">
      <Checkbox
        :model-value="value === true"
        binary
        :aria-label="at"
        size="small"
        @update:model-value="value = $event"
      />
      <span v-if="!isSet" class="small muted">not set</span
      ><span v-else-if="value === false" class="small muted">off</span>
    </span>
    <InputNumber
      v-else-if="editor === 'number'"
      :model-value="(value as number | undefined) ?? null"
      :placeholder="restText"
      :aria-label="at"
      :min="limits?.least"
      :max="limits?.most"
      :use-grouping="false"
      :max-fraction-digits="6"
      size="small"
      fluid
      @input="value = typeof $event.value === 'number' ? $event.value : undefined"
      @update:model-value="value = $event ?? undefined"
    />
    <DatePicker
      v-else-if="editor === 'date'"
      v-model="date"
      :placeholder="'not set'"
      date-format="d M yy"
      :aria-label="at"
      size="small"
      fluid
      show-button-bar
    />
    <span v-else-if="editor === 'colour'" class="colour">
      <ColorPicker
        :class="{ empty: !isSet }"
        default-color="ffffff"
        :model-value="typeof value === 'string' ? value.replace('#', '') : ''"
        :pt="{ preview: { 'aria-label': `${at}: pick` } }"
        @update:model-value="value = `#${$event}`"
      />
      <input
        class="field"
        :value="value ?? ''"
        :placeholder="restText"
        :aria-label="at"
        @input="value = ($event.target as HTMLInputElement).value"
      />
    </span>
    <JsonEditor v-else-if="editor === 'structured'" v-model="value" :type :at :placeholder="restText" />
    <label v-else-if="editor === 'function'" class="tick"
      ><Checkbox
        :model-value="value === true"
        binary
        :aria-label="at"
        size="small"
        @update:model-value="value = $event ? true : undefined"
      />{{ ' ' }}
      <span class="small muted">{{ value === true ? 'recorded when it is called' : 'not set' }}</span></label
    >
    <input
      v-else-if="editor === 'text'"
      class="field"
      :value="value ?? ''"
      :placeholder="isSet ? 'an empty text' : restText"
      :aria-label="at"
      @input="value = ($event.target as HTMLInputElement).value"
    />
    <ListEditor
      v-else-if="editor === 'list'"
      ref="listEditor"
      v-model="value"
      :of="ofList"
      :at
      :depth
      :name
      :rest="restText"
    />
    <FieldsEditor v-else-if="editor === 'object'" v-model="value" :fields :at :depth :rest="restText" />
    <template v-else-if="editor === 'either'">
      <Choice
        :model-value="chosen"
        :options="kindOptions"
        :label="`What ${at} is`"
        @update:model-value="value = $event === -1 ? undefined : firstValue(alternatives[$event]!, name)"
      />
      <ValueEditor
        v-if="chosen >= 0"
        :key="chosen"
        :type="alternatives[chosen]!"
        :at
        :depth="depth + 1"
        :model-value="value"
        @update:model-value="value = $event"
      />
    </template>
    <span v-else class="small muted">set by script only</span>
    <div v-if="open && depth <= 5" class="acts small">
      <button
        v-if="editor === 'list'"
        type="button"
        class="link"
        :aria-label="`Add to ${at}`"
        @click="listEditor?.add()"
      >
        Add one
      </button>
      <button
        v-if="editor === 'object' && !isObject"
        type="button"
        class="link"
        :aria-label="`Set ${at}`"
        @click="value = firstValue(plain, name)"
      >
        Set it
      </button>
      <button
        v-if="depth === 0"
        type="button"
        class="link"
        :aria-pressed="asText"
        :aria-label="asText ? `${at} by its parts` : `${at} as text`"
        @click="asText = !asText"
      >
        {{ asText ? 'By its parts' : 'As text' }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.value-editor {
  min-width: 0;
}
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
  font: 400 12px/20px var(--code);
}
.choices label {
  cursor: pointer;
  border-bottom: 2px solid transparent;
}
.choices label:hover {
  border-color: var(--rule);
}
.choices .on {
  border-color: var(--kelp);
  font-weight: 700;
}
.choices .rest {
  border-bottom: 2px dotted var(--muted);
}
.choices label:focus-within {
  outline: 2px solid var(--kelp);
  outline-offset: 2px;
}
.choices input {
  position: absolute;
  opacity: 0;
  pointer-events: none;
}
.tick {
  display: inline-flex;
  gap: 8px;
  align-items: center;
}
.colour .empty {
  opacity: 0.45;
  filter: grayscale(1);
}
.colour {
  display: flex;
  gap: 8px;
  align-items: center;
}
.acts {
  display: flex;
  gap: 10px;
  font-family: var(--ui);
}
.acts .link {
  font-size: 11px;
}
.value-editor :deep(.p-inputtext) {
  font: 400 13px/20px var(--code);
  padding: 1px 4px;
  border-width: 0 0 1px;
  border-color: var(--ink);
  border-radius: 0;
}
</style>
