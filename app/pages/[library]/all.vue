<script setup lang="ts">
import { sights, sightTitles } from '~~/core/contrast/vision'
import { sightFrom } from '~~/core/surround'

/** Every component in every theme on one page. */
const store = useLibrary()
const { standing, themes } = storeToRefs(store)
useHead({ title: () => `All at once · ${store.library?.title} · Kept Shelf` })
const group = useAddressChoice('group', '')
const theme = useAddressChoice('theme', '')
const held = useAddressChoice('held', '')
const sight = useAddressChoice('sight', 'usual')
const groups = computed(() => [
  { value: '', title: `All ${count(standing.value.length)} components` },
  ...store.groups.map((group) => ({
    value: group.name,
    title: `The group ${group.name}`,
    note: String(group.items.length),
  })),
])
const items = computed(() =>
  store.groups
    .filter((candidate) => !group.value || candidate.name === group.value)
    .flatMap((group) => group.items),
)
const shownThemes = computed(() => {
  const chosen = themes.value.filter((candidate) => candidate.name === theme.value)
  return chosen.length ? chosen : themes.value
})
const states = [
  { value: '', title: 'at rest' },
  ...['hover', 'focus-visible', 'active', 'disabled'].map((value) => ({ value, title: `held in ${value}` })),
]
const root = useTemplateRef<HTMLElement>('root')
const room = ref(0)
let watching: ResizeObserver | undefined
onMounted(() => {
  watching = new ResizeObserver(([entry]) => {
    if (entry) room.value = entry.contentRect.width
  })
  watching.observe(root.value!)
})
onUnmounted(() => watching?.disconnect())
const width = computed(() =>
  Math.floor((room.value - (room.value > 700 ? 169 : 0)) / shownThemes.value.length),
)
const host = frameName()
</script>

<template>
  <main ref="root">
    <p class="sentence">
      <Choice v-model="group" label="Which" :options="groups" /> in
      <Choice
        v-model="theme"
        label="Themes"
        :options="[
          { value: '', title: 'every theme' },
          ...themes.map((theme) => ({ value: theme.name, title: theme.title })),
        ]"
      />, <Choice v-model="held" label="Held in" :options="states" />, to somebody who sees
      <Choice
        v-model="sight"
        label="Colours seen"
        :options="sights.map((value) => ({ value, ...sightTitles[value] }))"
      />.
    </p>
    <div class="head small" aria-hidden="true">
      <span v-for="theme in shownThemes" :key="theme.name" :style="{ width: `${width}px` }">{{
        theme.title
      }}</span>
    </div>
    <template v-if="room"
      ><WholeRow
        v-for="item in items"
        :key="item.tag"
        :standing="item"
        :themes="shownThemes"
        :width
        :held
        :sight="sightFrom(sight)"
        :host
    /></template>
    <p v-if="!standing.length" class="sentence muted">
      The shelf is empty.
      <NuxtLink v-if="store.may.write" class="act" :to="`/${store.slug}/bring-in`">Bring in source</NuxtLink>
    </p>
  </main>
</template>

<style scoped>
main {
  padding-bottom: 48px;
}
.sentence {
  padding: 14px 24px 10px;
}
.head {
  display: flex;
  padding-left: 169px;
  border-bottom: 1.5px solid var(--ink);
  position: sticky;
  top: 0;
  background: var(--paper);
  z-index: 2;
}
.head span {
  padding: 2px 12px;
}
@media (max-width: 700px) {
  .head {
    padding-left: 0;
  }
}
</style>
