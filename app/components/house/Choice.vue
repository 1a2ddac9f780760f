<script setup lang="ts" generic="T extends string | number | null">
/** A choice set into a sentence: the words of the chosen one; used, it opens the others in place. */
const { options, label } = defineProps<{ options: { value: T; title: string; note?: string }[]; label: string }>()
const chosen = defineModel<T>({ required: true })
const popover = useTemplateRef<{ toggle: (event: Event) => void; hide: () => void }>('popover')
const shown = computed(() => options.find((one) => one.value === chosen.value)?.title ?? String(chosen.value))
const open = ref(false)
const button = useTemplateRef<HTMLButtonElement>('button')
const list = useTemplateRef<{ $el: HTMLElement }>('list')
async function opened() {
  open.value = true
  await nextTick()
  list.value?.$el.querySelector<HTMLElement>('[role=listbox]')?.focus()
}
function closed() {
  open.value = false
  // whoever came by keyboard goes on from where they were
  if (document.activeElement === document.body || document.activeElement === null) button.value?.focus()
}
function choose(value: T | null) {
  // pressing the chosen one again leaves it chosen
  if (value !== null || options.some((one) => one.value === null)) chosen.value = value as T
  popover.value?.hide()
  button.value?.focus()
}
</script>

<template>
  <button ref="button" type="button" class="choice" :aria-label="`${label}: ${shown}`" aria-haspopup="listbox" :aria-expanded="open" @click="popover?.toggle($event)">{{ shown }}</button>
  <Popover ref="popover" :aria-label="label" @show="opened" @hide="closed">
    <Listbox ref="list" :model-value="chosen" :options option-label="title" option-value="value" :aria-label="label" class="choices" auto-option-focus scroll-height="18rem" @update:model-value="choose">
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
