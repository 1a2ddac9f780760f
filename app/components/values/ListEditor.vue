<script setup lang="ts">
import { firstValue } from '~~/core/contract/first-value'
import { type TypeModel } from '~~/core/contract/type'

/** A list, entry by entry: each is edited as its type asks, moved up, or taken out. */
const { of, at, depth, name, rest } = defineProps<{
  /** The type of an entry. */
  of: TypeModel
  at: string
  depth: number
  name: string
  /** What is said where nothing is set. */
  rest: string
}>()
const value = defineModel<unknown>()
const entries = computed(() => (Array.isArray(value.value) ? (value.value as unknown[]) : []))
const isSet = computed(() => value.value !== undefined && value.value !== null)
const set = (i: number, now: unknown) => {
  value.value = entries.value.map((entry, k) => (k === i ? now : entry))
}
const add = () => {
  value.value = [...entries.value, firstValue(of, `${name} ${entries.value.length + 1}`)]
}
const remove = (i: number) => {
  value.value = entries.value.filter((_entry, k) => k !== i)
}
const moveUp = (i: number) => {
  const moved = [...entries.value]
  moved.splice(i - 1, 2, moved[i], moved[i - 1])
  value.value = moved
}
defineExpose({ add })
</script>

<template>
  <div v-for="(entry, i) in entries" :key="i" class="entry" role="group" :aria-label="`${at}[${i}]`">
    <div class="head">
      <span class="code">{{ i + 1 }}</span><button
        v-if="i"
        type="button"
        class="link small"
        :aria-label="`Move ${at}[${i}] up`"
        @click="moveUp(i)"
      >
        up</button
      ><button type="button" class="link small" :aria-label="`Remove ${at}[${i}]`" @click="remove(i)">
        remove
      </button>
    </div>
    <ValueEditor
      :type="of"
      :at="`${at}[${i}]`"
      :depth="depth + 1"
      :model-value="entry"
      @update:model-value="set(i, $event)"
    />
  </div>
  <span class="small muted">{{ isSet ? (entries.length ? '' : 'an empty list') : rest }}</span>
</template>

<style scoped>
.entry {
  border-left: 1px solid var(--rule);
  padding: 0 0 2px 8px;
  margin-bottom: 4px;
  display: grid;
  gap: 4px;
}
.head {
  display: flex;
  gap: 8px;
  align-items: baseline;
  font-size: 11px;
  line-height: 14px;
  color: var(--muted);
}
.head .link {
  font-size: 11px;
}
</style>
