<script setup lang="ts">
import type { Usage } from '~~/core/code/usage'
import type { Contract } from '~~/core/contract/contract'
import type { Variant } from '~~/core/contract/variant'
import { hasVariant, variantAxes, withValue } from '~~/core/variants/axis'

/** What is live of a variant: it is put on, and what makes it leads to the source. */
const { contract, variant } = defineProps<{ contract: Contract; variant: Variant }>()
const usage = defineModel<Usage>({ required: true })
const store = useLibrary()
const axis = computed(() => variantAxes(contract).find(({ name }) => name === variant.axis)!)
const isOn = computed(() => hasVariant(usage.value, variant))
/** On already, a press takes it off again: nothing is set along its axis then. */
function turn() {
  usage.value = withValue(usage.value, axis.value, isOn.value ? undefined : variant.value)
}
const nameOf = (file: string) => file.split('/').at(-1)
const tokens = computed(() => variant.wears.filter((name) => store.tokenNames.has(name)))
</script>

<template>
  <div class="variant">
    <button type="button" class="link small" :aria-pressed="isOn" @click="turn">
      {{ isOn ? 'Shown on the bench' : 'Show on the bench' }}
    </button>
    <ul v-if="variant.made.length || tokens.length" class="small">
      <li v-for="place in variant.made.slice(0, 4)" :key="`${place.file}:${place.line}`">
        <NuxtLink
          class="code muted"
          tabindex="-1"
          :to="{
            path: `/${store.slug}/source`,
            query: { path: place.file, line: place.line, of: contract.tag },
          }"
          >{{ nameOf(place.file) }} {{ place.line }}</NuxtLink
        >
      </li>
      <li v-if="variant.made.length > 4" class="muted">and {{ variant.made.length - 4 }} more</li>
      <li v-for="name in tokens" :key="name">
        <NuxtLink
          class="code muted"
          tabindex="-1"
          :to="{ path: `/${store.slug}/tokens`, query: { token: store.tokenNames.get(name) } }"
          >{{ store.tokenNames.get(name) }}</NuxtLink
        >
      </li>
    </ul>
  </div>
</template>

<style scoped>
.variant {
  display: grid;
  gap: 2px;
  justify-items: start;
}
.variant [aria-pressed='true'] {
  color: var(--ink);
  text-decoration: none;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.code {
  font-size: 11px;
  line-height: 15px;
  overflow-wrap: anywhere;
}
.code:hover {
  color: var(--kelp);
}
</style>
