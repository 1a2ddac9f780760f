<script setup lang="ts">
import { misfit, type TypeModel } from '~~/core/contract/type'

/** A value as text, in JSON: what does not fit its type is told, and the last that did stays. */
const { type, at, placeholder } = defineProps<{ type: TypeModel; at: string; placeholder: string }>()
const value = defineModel<unknown>()
const draft = ref('')
const wrong = ref<string>()
const isSame = (text: string, now: unknown): boolean => {
  try {
    return JSON.stringify(JSON.parse(text)) === JSON.stringify(now)
  } catch {
    // what is written is no JSON yet: the value wins
    return false
  }
}
watch(
  value,
  (now) => {
    if (!isSame(draft.value, now)) draft.value = now === undefined ? '' : JSON.stringify(now, null, 1)
  },
  { immediate: true },
)
function write(text: string) {
  draft.value = text
  if (text.trim() === '') {
    wrong.value = undefined
    value.value = undefined
    return
  }
  let read: unknown
  try {
    read = JSON.parse(text)
  } catch {
    wrong.value = 'This is not JSON yet.'
    return
  }
  wrong.value = misfit(type, read, at)
  if (!wrong.value) value.value = read
}
</script>

<template>
  <textarea
    class="field"
    rows="2"
    :value="draft"
    :placeholder
    :aria-label="at"
    :aria-invalid="wrong ? 'true' : undefined"
    spellcheck="false"
    @input="write(($event.target as HTMLTextAreaElement).value)"
  />
  <p v-if="wrong" class="small bad" role="alert">{{ wrong }} The last that fitted is shown.</p>
</template>

<style scoped>
textarea.field {
  font-size: 12px;
  line-height: 16px;
}
</style>
