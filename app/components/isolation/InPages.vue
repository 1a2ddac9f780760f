<script setup lang="ts">
import type { Usage } from '~~/core/code/usage'
import type { ForeignPage } from '~~/core/isolation/bleed'
import { foreignTexts, isForeignName } from '~~/core/isolation/foreign'
import { bareSurround } from '~~/core/surround'

/** A component as it stands by itself, and beside that in a page that was not made with it in mind. */
const { tag, face, pages } = defineProps<{ tag: string; face: Usage; pages: readonly ForeignPage[] }>()
const store = useLibrary()
const { css } = storeToRefs(store)
const name = useAddressChoice('in', 'reset')
const order = useAddressChoice('order', 'late')
/** An address may name a page that there is not, or not any more: then it is the first. */
const shownName = computed(() => {
  const named = pages.find((entry) => entry.name === name.value)?.name ?? 'reset'
  return isForeignName(named) ? named : 'reset'
})
const ofName = computed(() => pages.filter((entry) => entry.name === shownName.value))
const page = computed(
  () => ofName.value.find(({ late }) => late === (order.value === 'late')) ?? ofName.value[0],
)
const options = computed(() =>
  [...new Set(pages.map((entry) => entry.name))]
    .filter(isForeignName)
    .map((value) => ({ value, title: foreignTexts[value].title })),
)
const orders = [
  { value: 'early', title: 'before its own' },
  { value: 'late', title: 'after its own' },
]
const targetOf = useTargets()
const target = computed(() => targetOf(tag, face))
const surround = computed(() => bareSurround(store.baseTheme))
const sides = computed(() => [
  { title: 'By itself', foreign: undefined },
  { title: `In ${foreignTexts[shownName.value].title}`, foreign: page.value },
])
</script>

<template>
  <section aria-label="In another page">
    <p class="sentence">
      By itself, and in
      <Choice
        :model-value="shownName"
        label="In which page"
        :options
        @update:model-value="name = $event"
      /><template v-if="ofName.length > 1"
        >, whose sheet comes
        <Choice
          :model-value="page?.late ? 'late' : 'early'"
          label="When its sheet comes"
          :options="orders"
          @update:model-value="order = $event" /></template
      >. <span class="muted">{{ foreignTexts[shownName].is }}</span>
    </p>
    <div v-if="target" class="sides">
      <figure v-for="side in sides" :key="side.foreign ? 'in' : 'by itself'">
        <PreviewFrame
          :target
          :css
          :preview="store.library!.preview"
          :title="`${store.title(tag)}, ${side.title}`"
          :surround
          :foreign="side.foreign"
        />
        <figcaption class="small muted">{{ side.title }}</figcaption>
      </figure>
    </div>
    <p v-else class="muted">It was not built, so it cannot be shown.</p>
  </section>
</template>

<style scoped>
.sides {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 16px;
  padding-top: 10px;
}
@media (width < 700px) {
  .sides {
    grid-template-columns: 1fr;
  }
}
figure {
  margin: 0;
  display: grid;
  grid-template-rows: 200px auto;
  border: 1px solid var(--rule);
  min-width: 0;
}
figcaption {
  padding: 4px 10px;
  border-top: 1px solid var(--rule);
}
</style>
