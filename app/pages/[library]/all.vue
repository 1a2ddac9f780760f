<script setup lang="ts">
import { sights, sightTitles } from '~~/core/contrast/vision'
import { tokenPrefix } from '~~/core/release/package'
import { sightFrom } from '~~/core/surround'
import { besideKept, besideName } from '~~/core/tokens/fitting'
import { wholeThemes } from '~~/core/tokens/regions'
import { themesCss } from '~~/core/tokens/themes'

/** Every component in every theme on one page. */
const store = useLibrary()
const { standing, themes } = storeToRefs(store)
useHead({ title: () => `All at once · ${store.library?.title} · Kept Shelf` })
const group = useAddressChoice('group', '')
const theme = useAddressChoice('theme', '')
const held = useAddressChoice('held', '')
const sight = useAddressChoice('sight', 'usual')
/** What is tried is shown beside the same as it is kept. */
const beside = useAddressChoice('beside', 'no')
const isBeside = computed(() => store.worn !== undefined && beside.value === 'kept')
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
const both = computed(() => besideKept(themes.value, store.library?.themes ?? []))
const css = computed(() =>
  isBeside.value ? themesCss(both.value, tokenPrefix(store.prefix)).css + store.iconsCss : store.css,
)
const shownThemes = computed(() => {
  const whole = wholeThemes(themes.value)
  const chosen = whole.filter((candidate) => candidate.name === theme.value)
  const shown = chosen.length ? chosen : whole
  return isBeside.value
    ? shown.flatMap((tried) =>
        both.value.filter(({ name }) => [tried.name, besideName(tried.name)].includes(name)),
      )
    : shown
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
        :options="[{ value: '', title: 'every theme' }, ...store.themeChoices]"
      />, <Choice v-model="held" label="Held in" :options="states" />, to somebody who sees
      <Choice
        v-model="sight"
        label="Colours seen"
        :options="sights.map((value) => ({ value, ...sightTitles[value] }))"
      /><template v-if="store.worn"
        >,
        <Choice
          v-model="beside"
          label="What is tried"
          :options="[
            { value: 'no', title: 'as it is tried' },
            { value: 'kept', title: 'beside what is kept' },
          ]" /></template
      >.
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
        :css
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
