<script setup lang="ts">
import { printType, type TypeModel } from '~~/core/contract/type'

type Field = Extract<TypeModel, { is: 'object' }>['fields'][number]

/** An object, field by field, in the order of its type. */
const { fields, at, depth, rest } = defineProps<{
  fields: readonly Field[]
  at: string
  depth: number
  /** What is said where nothing is set. */
  rest: string
}>()
const value = defineModel<unknown>()
const given = computed(() =>
  typeof value.value === 'object' && value.value !== null && !Array.isArray(value.value)
    ? (value.value as Record<string, unknown>)
    : undefined,
)
function set(name: string, now: unknown) {
  const { [name]: _before, ...others } = given.value ?? {}
  const all: Record<string, unknown> = now === undefined ? others : { ...others, [name]: now }
  const known = fields.map((field) => field.name)
  value.value = Object.fromEntries([
    ...known.filter((key) => key in all).map((key) => [key, all[key]]),
    ...Object.entries(all).filter(([key]) => !known.includes(key)),
  ])
}
</script>

<template>
  <div v-if="given" class="entry" role="group" :aria-label="at">
    <div v-for="field in fields" :key="field.name" class="pair">
      <span class="code head" :title="printType(field.type)"
        >{{ field.name }}{{ field.optional ? '?' : '' }}</span
      ><ValueEditor
        :type="field.type"
        :at="`${at}.${field.name}`"
        :depth="depth + 1"
        :model-value="given[field.name]"
        @update:model-value="set(field.name, $event)"
      />
    </div>
  </div>
  <span v-else class="small muted">{{ rest }}</span>
</template>

<style scoped>
.entry {
  border-left: 1px solid var(--rule);
  padding: 0 0 2px 8px;
  margin-bottom: 4px;
  display: grid;
  gap: 4px;
}
.pair {
  display: grid;
}
.head {
  font-size: 11px;
  line-height: 14px;
  color: var(--muted);
}
</style>
