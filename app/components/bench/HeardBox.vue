<script setup lang="ts">
import { membersOf, type Contract } from '~~/core/contract/contract'

/** What the component lets hear, the newest first. */
const { contract, heard } = defineProps<{ contract: Contract; heard: ReturnType<typeof useHeard> }>()
const { chosen, options, text, clear } = heard
const canFire = computed(() => membersOf(contract, 'event').map(({ name }) => name))
</script>

<template>
  <div class="events">
    <div class="small muted">
      <Choice v-model="chosen" label="What is heard" :options />, newest first
      <button v-if="text" type="button" class="link" @click="clear">Clear</button>
    </div>
    <pre
      v-if="text"
      tabindex="0"
      :aria-label="chosen === 'keys' ? 'Focus and keys' : 'Events'"
      aria-live="off"
      >{{ text }}</pre>
    <p v-else-if="chosen === 'keys'" class="small muted">
      Go into the rendering with the Tab key: what has the focus, and what each key does, is told here.
    </p>
    <p v-else class="small muted">
      {{ canFire.length ? `It can fire ${canFire.join(', ')}: use it.` : 'It fires none of its own.' }}
    </p>
  </div>
</template>

<style scoped>
pre {
  margin-top: 6px;
  white-space: pre;
}
</style>
