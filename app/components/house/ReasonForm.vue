<script setup lang="ts">
/** What is to be said with an act, written in place of a press alone. */
const { most = 500 } = defineProps<{
  label: string
  placeholder: string
  /** What the button says. */
  verb: string
  /** Letters it may have. */
  most?: number
}>()
const emit = defineEmits<{ say: [reason: string]; cancel: [] }>()
const reason = ref('')
const field = useTemplateRef<HTMLInputElement>('field')
onMounted(() => field.value?.focus())

function send() {
  if (reason.value.trim()) emit('say', reason.value.trim())
}
</script>

<template>
  <form class="why" @submit.prevent="send" @keydown.escape.stop="emit('cancel')">
    <input
      ref="field"
      v-model="reason"
      class="field"
      :aria-label="label"
      :placeholder
      :maxlength="most"
      autocomplete="off"
    />
    <button class="act" :disabled="!reason.trim()">{{ verb }}</button>
    <button type="button" class="act" @click="emit('cancel')">Cancel</button>
  </form>
</template>

<style scoped>
.why {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: baseline;
  margin-top: 4px;
}
.why .field {
  flex: 1 1 160px;
  min-width: 0;
}
</style>
