<script setup lang="ts" generic="T extends string | number | null">
/** A choice set into a sentence: the words of the chosen one; used, it opens the others in place. */
const { options, label } = defineProps<{ options: { value: T; title: string; note?: string }[]; label: string }>()
const chosen = defineModel<T>({ required: true })
const popover = useTemplateRef<{ toggle: (event: Event) => void; hide: () => void }>('popover')
const shown = computed(() => options.find((one) => one.value === chosen.value)?.title ?? String(chosen.value))
const open = ref(false)
function choose(value: T | null) {
  // pressing the chosen one again leaves it chosen
  if (value !== null || options.some((one) => one.value === null)) chosen.value = value as T
  popover.value?.hide()
}
</script>

<template>
  <button type="button" class="choice" :aria-label="`${label}: ${shown}`" aria-haspopup="listbox" :aria-expanded="open" @click="popover?.toggle($event)">{{ shown }}</button>
  <Popover ref="popover" :aria-label="label" @show="open = true" @hide="open = false">
    <Listbox :model-value="chosen" :options option-label="title" option-value="value" :aria-label="label" class="choices" auto-option-focus scroll-height="18rem" @update:model-value="choose">
      <template #option="{ option }"><span>{{ option.title }}</span> <span v-if="option.note" class="small muted">{{ option.note }}</span></template>
    </Listbox>
    <slot :close="() => popover?.hide()" />
  </Popover>
</template>

<style scoped>
.choice { font: 500 14px/20px var(--ui); color: var(--kelp); background: none; border: 0; border-bottom: 1px dotted var(--kelp); padding: 0; cursor: pointer; }
.choice:hover { border-bottom-style: solid; }
.choices { border: 0; min-width: 11rem; background: none; }
</style>
