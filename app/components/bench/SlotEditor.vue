<script setup lang="ts">
import type { Filling } from '~~/core/code/usage'
import type { Slot } from '~~/core/contract/slot'
import { slotTitle } from '~~/core/contract/slot'
import { firstUsage } from '~~/core/code/showing'

/** What fills a slot: nothing, text, markup, or another component of the library. */
const { of: own, tag } = defineProps<{ of: Slot; tag: string }>()
const filling = defineModel<Filling | undefined>()
const store = useLibrary()
const name = computed(() => slotTitle(own.name))
const others = computed(() => store.standing.filter((one) => one.tag !== tag && store.moduleOf(one.tag)).map((one) => ({ value: one.tag, title: store.title(one.tag) })))
const kinds = [{ value: '', title: 'empty' }, { value: 'text', title: 'text' }, { value: 'markup', title: 'markup' }, { value: 'component', title: 'a component' }]
function kindTo(kind: string) {
  const text = filling.value?.is === 'text' ? filling.value.text : filling.value?.is === 'markup' ? filling.value.markup : ''
  if (kind === '') filling.value = undefined
  else if (kind === 'text') filling.value = { is: 'text', text }
  else if (kind === 'markup') filling.value = { is: 'markup', markup: text || '<b>Some</b> markup' }
  else componentTo(others.value[0]?.value ?? '')
}
function componentTo(other: string) {
  const standing = store.find(other)
  if (standing) filling.value = { is: 'component', tag: other, usage: standing.face ?? firstUsage(standing.contract, store.title(other)) }
}
</script>

<template>
  <div class="slot">
    <div class="small">
      <Choice :model-value="filling?.is ?? ''" :options="kinds" :label="`What fills ${name}`" @update:model-value="kindTo" />
      <template v-if="filling?.is === 'component'">: <Choice :model-value="filling.tag" :options="others" :label="`Which component fills ${name}`" @update:model-value="componentTo" /></template>
    </div>
    <input v-if="filling?.is === 'text'" class="field" :value="filling.text" :aria-label="`Text in ${name}`" placeholder="Write something" @input="filling = { is: 'text', text: ($event.target as HTMLInputElement).value }">
    <textarea v-if="filling?.is === 'markup'" class="field" rows="2" :value="filling.markup" :aria-label="`Markup in ${name}`" spellcheck="false" @input="filling = { is: 'markup', markup: ($event.target as HTMLTextAreaElement).value }" />
  </div>
</template>

<style scoped>
.slot { min-width: 0; } .slot :deep(.choice) { font-size: 12px; line-height: 16px; }
textarea.field { font-size: 12px; line-height: 16px; margin-top: 4px; }
</style>
