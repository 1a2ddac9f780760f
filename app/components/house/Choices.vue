<script setup lang="ts">
/** Several choices set into a sentence at once; `none` says that there is none. */
const { options, label, none } = defineProps<{
  options: { value: string; title: string; note?: string }[]
  label: string
  none: string
}>()
const chosen = defineModel<string[]>({ required: true })
const shown = computed(
  () =>
    chosen.value
      .map((value) => options.find((option) => option.value === value)?.title ?? value)
      .join(', ') || none,
)
</script>

<template>
  <ChoicePopover :label :shown>
    <Listbox
      :model-value="chosen"
      :options
      option-label="title"
      option-value="value"
      multiple
      checkmark
      :aria-label="label"
      class="choices"
      auto-option-focus
      scroll-height="18rem"
      @update:model-value="chosen = $event ?? []"
    >
      <template #option="{ option }"
        ><span>{{ option.title }}</span
        >{{ ' ' }} <span v-if="option.note" class="small muted option-note">{{ option.note }}</span></template
      >
    </Listbox>
  </ChoicePopover>
</template>

<style scoped>
.choices {
  border: 0;
  min-width: 11rem;
  background: none;
}
.choices .small {
  margin-left: 10px;
}
</style>
