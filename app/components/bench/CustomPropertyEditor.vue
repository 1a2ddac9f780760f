<script setup lang="ts">
import type { CustomProperty } from '~~/core/contract/custom-property'

/** The value the page gives to a custom property: text, with what helps for its kind. */
const { property } = defineProps<{ property: CustomProperty }>()
const value = defineModel<string | undefined>()
const store = useLibrary()
const listId = useId()
const kind = computed(() => kindOfValue(property))
const rest = computed(() => restOf(property))
const wrong = computed(() => (value.value?.trim() ? cssMisfit(property, value.value) : undefined))
const tokens = computed(() => [...store.tokenNames.keys()].map((name) => `var(${name})`))
/** Any colour as the picker takes it; the browser reads it. Nothing where it is none, or not known here. */
function hexOf(text: string | undefined): string {
  if (!text || !CSS.supports('color', text) || /var\(/.test(text)) return ''
  const brush = document.createElement('canvas').getContext('2d')
  if (!brush) return ''
  brush.fillStyle = text
  return /^#([0-9a-f]{6})$/i.exec(brush.fillStyle)?.[1] ?? ''
}
const write = (text: string) => {
  value.value = text === '' ? undefined : text
}
/** Arrows step a number and leave its unit; ten at a time with Shift, a tenth with Alt. */
function step(event: KeyboardEvent) {
  if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return
  const from = value.value ?? rest.value ?? ''
  const size = event.shiftKey ? 10 : event.altKey || kind.value === 'number' ? 0.1 : 1
  const next = stepped(from, event.key === 'ArrowUp' ? size : -size)
  if (next === from) return
  event.preventDefault()
  write(next)
}
</script>

<template>
  <Settable :name="property.name" :is-set="value !== undefined" @unset="value = undefined">
    <span class="line">
      <ColorPicker
        v-if="kind === 'colour'"
        :class="{ empty: value === undefined }"
        default-color="ffffff"
        :model-value="hexOf(value ?? rest)"
        :pt="{ preview: { 'aria-label': `${property.name}: pick` } }"
        @update:model-value="write(`#${$event}`)"
      />
      <input
        class="field"
        :value="value ?? ''"
        :placeholder="rest ?? 'not set'"
        :aria-label="property.name"
        :aria-invalid="wrong ? 'true' : undefined"
        :list="listId"
        spellcheck="false"
        autocomplete="off"
        maxlength="2000"
        @input="write(($event.target as HTMLInputElement).value)"
        @keydown="kind === 'length' || kind === 'number' ? step($event) : undefined"
      />
      <datalist :id="listId"><option v-for="token in tokens" :key="token" :value="token" /></datalist>
    </span>
    <p v-if="wrong" class="small bad" role="alert">{{ wrong }}</p>
  </Settable>
</template>

<style scoped>
.line {
  display: flex;
  gap: 8px;
  align-items: center;
}
.line .field {
  min-width: 0;
}
.empty {
  opacity: 0.45;
  filter: grayscale(1);
}
</style>
