<script setup lang="ts">
/** How far the members of a component were tried in a browser, and the acts that go with it. */
const { evidence, built } = defineProps<{ evidence: ReturnType<typeof useEvidence>; built: boolean }>()
const seen = computed(() => (evidence.evidence.value ?? []).filter(({ mark }) => mark === 'seen').length)
</script>

<template>
  <span v-if="evidence.round.value" class="small tried" role="status"
    >Being tried in a browser, {{ evidence.tried.value }} renderings so far …
    <button type="button" class="link" @click="evidence.stop">Stop</button></span
  >
  <span v-else-if="evidence.problem.value" class="small tried bad" role="alert"
    >{{ evidence.problem.value }}
    <button type="button" class="link" @click="evidence.run">Try again</button></span
  >
  <span v-else-if="evidence.evidence.value" class="small tried" role="status"
    >{{ count(seen) }} of {{ count(evidence.evidence.value.length) }} seen in a browser.
    <button type="button" class="link" @click="evidence.run">Try again</button></span
  >
  <span v-else-if="built" class="small tried"
    >Not tried in a browser yet.
    <button type="button" class="link" @click="evidence.run">Try every member</button></span
  >
</template>

<style scoped>
.tried {
  font-family: var(--ui);
}
</style>
