<script setup lang="ts">
/** Words of a sentence that open something in place, and say how it stands. */
const { label, shown } = defineProps<{ label: string; shown: string }>()
const popover = useTemplateRef<{ toggle: (event: Event) => void; hide: () => void }>('popover')
const button = useTemplateRef<HTMLButtonElement>('button')
const content = useTemplateRef<HTMLElement>('content')
const open = ref(false)
async function opened() {
  open.value = true
  await nextTick()
  content.value?.querySelector<HTMLElement>('[role=listbox]')?.focus()
}
function closed() {
  open.value = false
  // whoever came by keyboard goes on from where they were
  if (document.activeElement === document.body || document.activeElement === null)
    button.value?.focus({ preventScroll: true })
}
function close() {
  popover.value?.hide()
  button.value?.focus({ preventScroll: true })
}
</script>

<template>
  <button
    ref="button"
    type="button"
    class="choice"
    :aria-label="`${label}: ${shown}`"
    aria-haspopup="listbox"
    :aria-expanded="open"
    @click="popover?.toggle($event)"
  >
    {{ shown }}
  </button>
  <Popup ref="popover" :label @show="opened" @hide="closed">
    <div ref="content"><slot :close /></div>
  </Popup>
</template>

<style scoped>
.choice {
  font: 500 14px/20px var(--ui);
  color: var(--kelp);
  background: none;
  border: 0;
  border-bottom: 1px dotted var(--kelp);
  padding: 0;
  cursor: pointer;
}
.choice:hover {
  border-bottom-style: solid;
}
</style>
