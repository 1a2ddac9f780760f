<script setup lang="ts">
/** The component's neighbours, upright as on a shelf. */
const { tag } = defineProps<{ tag: string }>()
const store = useLibrary()
const order = computed(() => store.groups.flatMap((group) => group.items.map((item) => item.tag)))
const strip = useTemplateRef<HTMLElement>('strip')
function neighbour(by: number) {
  const at = order.value.indexOf(tag)
  const next = order.value[(at + by + order.value.length) % order.value.length]
  if (next) void navigateTo(`/${store.slug}/${next}`)
}
useKeys([
  { keys: '[', does: 'the component before', run: () => neighbour(-1) },
  { keys: ']', does: 'the component after', run: () => neighbour(1) },
])
watch(
  () => tag,
  async () => {
    await nextTick()
    strip.value?.querySelector('.on')?.scrollIntoView({ block: 'nearest', inline: 'nearest' })
  },
  { immediate: true },
)
</script>

<template>
  <nav ref="strip" class="spines" aria-label="Neighbours">
    <div v-for="group in store.groups" :key="group.name" class="group" role="group" :aria-label="group.name">
      <NuxtLink
        v-for="item in group.items"
        :key="item.tag"
        :to="`/${store.slug}/${item.tag}`"
        class="spine"
        :class="{ on: item.tag === tag }"
        :aria-current="item.tag === tag ? 'page' : undefined"
        :title="store.title(item.tag)"
      >
        <span>{{ store.title(item.tag) }}</span>
      </NuxtLink>
    </div>
  </nav>
</template>

<style scoped>
.spines {
  display: flex;
  align-items: flex-end;
  gap: 18px;
  height: 86px;
  padding: 0 24px;
  border-bottom: 1.5px solid var(--ink);
  overflow-x: auto;
  overflow-y: hidden;
  scrollbar-width: none;
  flex: none;
}
.group {
  display: flex;
  align-items: flex-end;
}
.spine {
  width: 32px;
  height: 74px;
  border: 1px solid var(--rule);
  border-bottom: 0;
  margin-right: -1px;
  background: var(--sheet);
  display: flex;
  align-items: center;
  justify-content: center;
  flex: none;
}
.spine span {
  writing-mode: vertical-rl;
  transform: rotate(180deg);
  font: 400 11px/12px var(--ui);
  color: var(--muted);
  max-height: 66px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.spine:hover {
  border-color: var(--kelp);
}
.spine:hover span {
  color: var(--ink);
}
.spine:focus-visible {
  outline-offset: -3px;
}
.spine.on {
  height: 84px;
  width: auto;
  padding: 0 16px;
  background: var(--ink);
  border-color: var(--ink);
}
.spine.on span {
  writing-mode: horizontal-tb;
  transform: none;
  color: var(--on-ink);
  font: 500 16px var(--name);
  max-height: none;
}
</style>
