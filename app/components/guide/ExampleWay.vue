<script setup lang="ts">
import type { Act, Outcome } from '~~/core/acts/act'
import { sayActs, sayMissed } from '~~/core/acts/sentence'

/** What is done to an example to bring it into its state, in a sentence; and what came of doing it here. */
const { acts, outcome } = defineProps<{ acts: readonly Act[]; outcome: Outcome | undefined }>()
defineEmits<{ go: [] }>()
</script>

<template>
  <p class="small way" role="status">
    {{ sayActs(acts) }}{{ ' ' }}
    <button type="button" class="link" @click="$emit('go')">Do it again</button>
    <span v-if="outcome?.failed" class="bad"> It did not get there: {{ sayMissed(outcome) }}</span>
    <span v-else-if="outcome" class="muted"> Done.</span>
  </p>
</template>
