<script setup lang="ts">
import type { Usage } from '~~/core/code/usage'
import { memberKey, type Contract } from '~~/core/contract/contract'
import { variantTitle, type Variant } from '~~/core/contract/variant'
import { choicesAlong, choiceTitle, variantAxes, withValue } from '~~/core/variants/axis'
import { changesByElement, sayAlike, sayChanges } from '~~/core/variants/looks'

/** What a variant changes beside another of its axis, and colours that do not read with it, as they were seen. */
const { contract, variant, usage } = defineProps<{
  contract: Contract
  variant: Variant
  usage: Usage
  /** For readers: not what it is made of, but where it is painted as another is, which evidence tells else. */
  isForReaders?: boolean
}>()
const store = useLibrary()
const { look, colours } = useVariantLook(
  computed(() => memberKey(variant)),
  computed(() => variantTitle(variant.name)),
)
/** Elements that are told of in a row; all of it stands beside one another on a page of its own. */
const most = 3
const elements = computed(() => changesByElement(look.value?.changes ?? []))
const compared = computed(() => {
  const axis = variantAxes(contract).find(({ name }) => name === variant.axis)
  const beside =
    axis && choicesAlong(axis).find(({ value }) => choiceTitle(axis, value) === look.value?.beside)
  return (
    axis &&
    beside && {
      path: `/${store.slug}/${contract.tag}/compare`,
      query: {
        left: 'bench',
        right: 'other',
        show: JSON.stringify(withValue(usage, axis, beside.value ?? undefined)),
        other: JSON.stringify(withValue(usage, axis, variant.value)),
      },
    }
  )
})
</script>

<template>
  <div v-if="look" class="look small">
    <p v-if="elements.length && !isForReaders">
      <span class="muted">Beside {{ look.beside }}: </span>
      <template v-for="(element, i) in elements.slice(0, most)" :key="element.at"
        ><template v-if="i">; </template><span v-if="element.at" class="code">{{ element.at }}</span
        >{{ element.at ? ' ' : '' }}{{ sayChanges(element.changes) }}</template
      ><template v-if="elements.length > most"
        >; and {{ plural(elements.length - most, 'more element') }}</template
      >. <NuxtLink v-if="compared" class="link" tabindex="-1" :to="compared">See the two</NuxtLink>
    </p>
    <p v-else-if="look.beside && !isForReaders" class="muted">
      Nothing of markup, words or computed styles is otherwise than with {{ look.beside }}.
    </p>
    <p v-if="isForReaders && look.alike.length" class="bad">{{ sayAlike(look, store.themeTitle) }}</p>
    <ColourFindings :found="colours" />
  </div>
</template>

<style scoped>
.look {
  padding-top: 3px;
  overflow-wrap: anywhere;
}
.code {
  font-size: 11px;
}
</style>
