<script setup lang="ts">
import type { Usage } from '~~/core/code/usage'
import type { Contract } from '~~/core/contract/contract'
import { ruledOut, sayNever, type Combination } from '~~/core/variants/combination'

/** Says of what is shown that it must not be used, and why. */
const { contract, usage, never } = defineProps<{
  contract: Contract
  usage: Usage
  never: readonly Combination[]
}>()
const broken = computed(() => ruledOut(contract, usage, never))
</script>

<template>
  <div v-if="broken.length" class="ruled-out small" role="status">
    <p v-for="combination in broken" :key="combination.id">{{ sayNever(combination) }}</p>
  </div>
</template>

<style scoped>
.ruled-out {
  position: absolute;
  inset: 8px 8px auto auto;
  max-width: 60%;
  padding: 2px 8px;
  color: var(--rust);
  background: var(--sheet);
  border: 1px solid var(--rust);
  pointer-events: none;
}
</style>
