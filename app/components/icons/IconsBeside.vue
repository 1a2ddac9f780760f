<script setup lang="ts">
import { iconsCss, variantsOf } from '~~/core/icons/drawn'
import { ownSet, noIconMap, type IconSettings } from '~~/core/icons/glyph'
import { nameIn, type Glyphs } from '~~/core/icons/wearing'
import { tokenPrefix } from '~~/core/release/package'
import { themesCss, type Theme } from '~~/core/tokens/themes'
import type { IconRole } from '~~/core/wire'

/** Two sets side by side, in every component that asks for a role. */
const { theme, roles, sets, settings, glyphs } = defineProps<{
  theme: string
  roles: readonly IconRole[]
  sets: readonly string[]
  settings: IconSettings
  glyphs: Glyphs
}>()
const store = useLibrary()
const left = useAddressChoice('left', '')
const right = useAddressChoice('right', sets[0] ?? ownSet)
const only = useAddressChoice('role', '')
const options = computed(() => [
  { value: '', title: 'as they are worn' },
  { value: ownSet, title: 'the library’s own' },
  ...sets.map((value) => ({ value, title: value })),
])
const titleOf = (value: string) => options.value.find((option) => option.value === value)?.title ?? value
const roleOptions = computed(() => [
  { value: '', title: 'any role' },
  ...roles.map(({ role }) => ({ value: role, title: `the role ${role}` })),
])

/** The theme once more for each side, wearing the icons of that. */
const sides = computed(() =>
  [left.value, right.value].map((set, i) => ({
    name: `${theme} ${i === 0 ? 'left' : 'right'}`,
    title: capital(titleOf(set)),
    set,
  })),
)
const css = computed(() => {
  const asThemes: Theme[] = sides.value.map(({ name, title }) => ({ name, title, on: theme, document: {} }))
  const maps = { ...settings.maps }
  for (const { name, set } of sides.value) maps[name] = set === '' ? noIconMap : { ...noIconMap, set }
  // what is chosen for a role gives way to the set that is looked at
  for (const { set, name } of sides.value)
    if (set !== '')
      maps[name] = {
        ...maps[name]!,
        roles: Object.fromEntries(roles.map(({ role }) => [role, roleIn(set, role)])),
      }
  const themes = [...store.themes, ...asThemes]
  const prefix = tokenPrefix(store.prefix)
  const dress = { settings: { ...settings, maps }, glyphs, themes, prefix }
  const names = roles.map(({ role }) => role)
  const built = { ...dress, settings }
  return (
    themesCss(themes, prefix).css +
    iconsCss(dress, names, (_dress, role) => variantsOf(built.settings, glyphs, role))
  )
})
const roleIn = (set: string, role: string) =>
  glyphs.get(set)?.has(nameIn(glyphs, set, role))
    ? { set, glyph: nameIn(glyphs, set, role) }
    : { set: ownSet, glyph: role }

const shown = computed(() => {
  const tags = new Set(
    roles
      .filter(({ role }) => !only.value || role === only.value)
      .flatMap(({ uses }) => uses.flatMap(({ tag }) => tag ?? [])),
  )
  return store.standing.filter(({ tag }) => tags.has(tag))
})
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
const width = computed(() => Math.floor((room.value - (room.value > 700 ? 169 : 0)) / 2))
const host = frameName()
</script>

<template>
  <section ref="root" aria-label="Side by side">
    <p class="sentence">
      Components that ask for <Choice v-model="only" label="Which role" :options="roleOptions" />:
      <Choice v-model="left" label="On the left" :options /> beside
      <Choice v-model="right" label="On the right" :options />.
    </p>
    <div class="head small" aria-hidden="true">
      <span v-for="side in sides" :key="side.name" :style="{ width: `${width}px` }">{{ side.title }}</span>
    </div>
    <template v-if="room">
      <WholeRow
        v-for="item in shown"
        :key="item.tag"
        :standing="item"
        :themes="sides"
        :width
        held=""
        sight="usual"
        :css
        :host
      />
    </template>
    <p v-if="!shown.length" class="none muted">No component asks for it.</p>
  </section>
</template>

<style scoped>
.sentence,
.none {
  padding: 14px 24px 8px;
}
.head {
  display: flex;
  padding-left: 169px;
  border-bottom: 1px solid var(--rule);
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
