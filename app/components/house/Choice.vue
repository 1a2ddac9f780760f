<script setup lang="ts" generic="T extends string | number | null">
/** A choice set into a sentence: the words of the chosen one; used, it opens the others in place. */
const { options, label } = defineProps<{
  options: { value: T; title: string; note?: string }[]
  label: string
}>()
const chosen = defineModel<T>({ required: true })
const shown = computed(
  () => options.find((option) => option.value === chosen.value)?.title ?? String(chosen.value),
)
function choose(value: T | null, close: () => void) {
  // pressing the chosen one again leaves it chosen
  if (value !== null || options.some((option) => option.value === null)) chosen.value = value as T
  close()
}
</script>

<template>
  <ChoicePopover v-slot="{ close }" :label :shown>
    <Listbox
      :model-value="chosen"
      :options
      option-label="title"
      option-value="value"
      :aria-label="label"
      class="choices"
      auto-option-focus
      scroll-height="18rem"
      @update:model-value="choose($event, close)"
    >
      <template #option="{ option }"
        ><span>{{ option.title }}</span
        >{{ ' ' }} <span v-if="option.note" class="small muted option-note">{{ option.note }}</span></template
      >
    </Listbox>
    <slot :close />
  </ChoicePopover>
</template>

<style scoped>
.choices {
  border: 0;
  min-width: 11rem;
  background: none;
}
</style>
