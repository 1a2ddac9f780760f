<script setup lang="ts">
/** An attribute that is set to a text of its own, apart from its property. */
const { name } = defineProps<{ name: string }>()
const text = defineModel<string | undefined>()
</script>

<template>
  <label v-if="text !== undefined" class="attribute"
    ><span class="code">{{ name }}=</span
    ><input
      v-model="text"
      class="field"
      :aria-label="`Attribute ${name}`"
      placeholder="there, and empty"
    /><button
      type="button"
      class="link"
      :aria-label="`Do not set the attribute ${name}`"
      title="Do not set it"
      @click="text = undefined"
    >
      ×
    </button></label
  >
  <button
    v-else
    type="button"
    class="link apart"
    tabindex="-1"
    :aria-label="`Set the attribute ${name} apart`"
    @click="text = ''"
  >
    attribute apart
  </button>
</template>

<style scoped>
.attribute {
  display: flex;
  gap: 4px;
  align-items: baseline;
}
.attribute .code {
  font-size: 11px;
  color: var(--muted);
}
.apart {
  font: 400 11px/14px var(--ui);
}
</style>
