<script setup lang="ts">
import type { State } from '~~/core/contract/state'
import { holdableStates } from '~~/core/style/held'

/** What is live of a state: it is held on the bench, and the chart says how it comes about. */
const { tag, state } = defineProps<{ tag: string; state: State }>()
const store = useLibrary()
const held = useHeld()
const isHoldable = computed(() => state.by === 'custom' || holdableStates.has(state.name))
const isHeld = computed(() => held?.states.value.includes(state.name) ?? false)
</script>

<template>
  <div class="state small">
    <button
      v-if="held && isHoldable"
      type="button"
      class="link small"
      :aria-pressed="isHeld"
      @click="held.turn(state.name)"
    >
      {{ isHeld ? 'Held on the bench' : 'Hold it on the bench' }}
    </button>
    <NuxtLink class="link" :to="`/${store.slug}/${tag}/states`">How it comes</NuxtLink>
  </div>
</template>

<style scoped>
.state {
  display: grid;
  gap: 2px;
  justify-items: start;
}
.state [aria-pressed='true'] {
  color: var(--ink);
  text-decoration: none;
}
</style>
