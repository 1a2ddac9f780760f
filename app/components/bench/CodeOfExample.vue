<script setup lang="ts">
import { codeFor, codeStyles, stylesOf, type CodeStyle } from '~~/core/code/frameworks'
import type { Usage } from '~~/core/code/usage'
import type { Contract } from '~~/core/contract/contract'

/** The consumer's code for what is shown, in the style that is chosen. */
const { contract, usage } = defineProps<{ contract: Contract; usage: Usage }>()
const store = useLibrary()
const styles = computed(() => stylesOf(contract))
const chosen = useAddressChoice('code', 'html')
const style = computed<CodeStyle>(
  () => styles.value.find((style) => style === chosen.value) ?? styles.value[0] ?? 'html',
)
const code = computed(() =>
  codeFor(style.value, {
    contract,
    usage,
    contractOf: (tag) => store.find(tag)?.contract,
    importFrom: store.importFrom,
  }),
)
const { copy, copied } = useCopy()
useKeys([{ keys: 'c', does: 'copy the code', run: () => copy(code.value) }])
</script>

<template>
  <div class="codebox">
    <div class="small muted">
      Code for
      <Choice
        v-if="styles.length > 1"
        v-model="chosen"
        label="Code for"
        :options="styles.map((value) => ({ value, title: codeStyles[value] }))"
      /><b v-else class="good">{{ codeStyles[style] }}</b
      >{{ ' ' }}
      <button type="button" class="link" @click="copy(code)">{{ copied ? 'copied' : 'Copy' }}</button>
    </div>
    <pre tabindex="0" :aria-label="`Code for ${codeStyles[style]}`">{{ code }}</pre>
  </div>
</template>

<style scoped>
pre {
  margin-top: 6px;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
</style>
