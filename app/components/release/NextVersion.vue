<script setup lang="ts">
import type { DeskView } from '~~/core/wire'

/** The number of the next version: those that may come, the channel, and why it may say less than what changed. */
defineProps<{
  next: DeskView['next']
  channels: { value: string; title: string; note?: string }[]
  chosenStep: DeskView['next'][number] | undefined
  isTooLittle: boolean
}>()
defineEmits<{ typed: []; choose: [step: string] }>()
const version = defineModel<string>('version', { required: true })
const channel = defineModel<string>('channel', { required: true })
const reason = defineModel<string>('reason', { required: true })
const store = useLibrary()
</script>

<template>
  <div class="next">
    <p class="small muted">The next version is</p>
    <input
      v-model="version"
      class="version"
      aria-label="The next version"
      spellcheck="false"
      :disabled="!store.may.keep"
      @input="$emit('typed')"
    />
    <p class="sentence">
      {{ chosenStep ? `${capital(chosenStep.says)}.` : 'A version of your own choosing.' }}
      To <Choice v-model="channel" label="Channel" :options="channels" />.
    </p>
    <div class="steps" role="group" aria-label="Versions that may come next">
      <button
        v-for="candidate in next"
        :key="candidate.step"
        type="button"
        class="step"
        :class="{ on: candidate.version === version }"
        :aria-pressed="candidate.version === version"
        :disabled="!store.may.keep"
        @click="$emit('choose', candidate.step)"
      >
        <span class="code">{{ candidate.version }}</span>{{ ' ' }}
        <span class="small" :class="candidate.enough ? 'muted' : 'bad'">{{ candidate.says }}</span>
      </button>
    </div>
    <input
      v-if="isTooLittle && store.may.keep"
      v-model="reason"
      class="field"
      aria-label="Why the number may say less than what changed"
      placeholder="Why the number may be lower"
      maxlength="2000"
      autocomplete="off"
    />
  </div>
</template>

<style scoped>
.next {
  display: grid;
  gap: 12px;
}
.version {
  font: 500 56px/60px var(--name);
  letter-spacing: -0.02em;
  border: 0;
  background: none;
  width: 100%;
  color: var(--ink);
  padding: 0;
}
.version:focus-visible {
  outline-offset: 4px;
}
.step {
  display: grid;
  grid-template-columns: 110px 1fr;
  text-align: left;
  gap: 12px;
  width: 100%;
  border: 0;
  border-top: 1px solid var(--rule-soft);
  background: none;
  padding: 7px 4px;
  cursor: pointer;
  align-items: baseline;
}
.step:hover:not(:disabled) {
  background: var(--kelp-wash);
}
.step.on .code {
  font-weight: 700;
  box-shadow: inset 0 -2px var(--kelp);
  justify-self: start;
}
</style>
