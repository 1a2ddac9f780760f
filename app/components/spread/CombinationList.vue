<script setup lang="ts">
import { sayCombination, type NamedCombination } from '~~/core/spread/combinations'

/** Combinations in a sentence, each with a way to take it out. */
const { rules, none, label } = defineProps<{
  rules: readonly NamedCombination[]
  none: string
  /** What taking one out is called, before its text. */
  label: string
}>()
defineEmits<{ remove: [text: string] }>()
</script>

<template>
  <template v-for="(rule, i) in rules" :key="rule.text"
    ><template v-if="i">; </template>{{ sayCombination(rule) }}
    <button
      type="button"
      class="link"
      :aria-label="`${label} ${rule.text}`"
      @click="$emit('remove', rule.text)"
    >
      ×
    </button></template
  ><template v-if="!rules.length">{{ none }}</template>
</template>
