<script setup lang="ts">
import { tokenKinds } from '~~/core/tokens/document'
import type { Problem } from '~~/core/problem'

/** Adds a token to the base theme: where it stands, what kind of value it has, and the value. */
const { typeName, add, beside } = defineProps<{
  typeName: (type: string) => string
  add: (path: string, type: string, text: string) => Promise<Problem[]>
  /** The token that is chosen: a new one often stands beside it. */
  beside: string
}>()
const emit = defineEmits<{ added: [path: string] }>()
const isOpen = ref(false)
const [path, text, type] = [ref(''), ref(''), ref('color')]
const problems = ref<Problem[]>([])
const field = useTemplateRef<HTMLInputElement>('field')
const opener = useTemplateRef<HTMLButtonElement>('opener')
const types = Object.keys(tokenKinds).map((value) => ({ value, title: typeName(value) }))

function open() {
  path.value = beside.includes('.') ? beside.slice(0, beside.lastIndexOf('.') + 1) : ''
  text.value = ''
  problems.value = []
  isOpen.value = true
  void nextTick(() => field.value?.focus())
}
function close() {
  isOpen.value = false
  void nextTick(() => opener.value?.focus())
}
async function send() {
  const wish = path.value.trim()
  problems.value = await add(wish, type.value, text.value)
  if (problems.value.length) return
  emit('added', wish)
  close()
}
</script>

<template>
  <button v-if="!isOpen" ref="opener" type="button" class="act" @click="open">Add a token …</button>
  <form v-else class="add" aria-label="A new token" @submit.prevent="send" @keydown.esc="close">
    <p class="sentence">
      <input ref="field" v-model="path" class="field code" aria-label="Path" placeholder="group.name" />
      is of type <Choice v-model="type" label="Type of the new token" :options="types" /> and comes to
      <input v-model="text" class="field code" aria-label="Value" placeholder="a value, or {another.token}" />
    </p>
    <ProblemList :problems="problems" />
    <div class="acts">
      <button type="submit" class="act main" :disabled="!path.trim() || !text.trim()">Add it</button>
      <button type="button" class="act" @click="close">Close</button>
    </div>
  </form>
</template>

<style scoped>
.add {
  flex-basis: 100%;
  order: 1;
}
.field {
  width: 220px;
  display: inline-block;
}
.acts {
  display: flex;
  gap: 8px;
  margin-top: 6px;
}
</style>
