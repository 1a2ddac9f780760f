<script setup lang="ts">
import { ownSet, type IconStore } from '~~/core/icons/glyph'
import { own } from '~~/core/own'

/** The icons of a library: what asks for which, sets to swap them with, and what each theme wears. */
const store = useLibrary()
useHead({ title: () => `Icons · ${store.library?.title} · Kept Shelf` })
const chosenTheme = useAddressChoice('in', '')
const which = useAddressChoice('which', 'all')
const theme = computed({
  get: () =>
    store.themes.some(({ name }) => name === chosenTheme.value) ? chosenTheme.value : store.baseTheme,
  set: (name) => (chosenTheme.value = name),
})
const { icons, problems, isBusy, glyphs, settings, map, wornOf, drawingOf, ...acts } = useIcons(theme)
const { choose, deprecate, wear, fallBack, keep, bringIn, drop, titleOfSet } = acts
const isAdding = ref(false)
const roles = computed(() => icons.value?.roles ?? [])
const sets = computed(() => icons.value?.sets ?? [])
const isBase = computed(() => theme.value === store.baseTheme)
const noSet = computed(() => (isBase.value ? 'the library’s own' : 'what the theme below it wears'))
const setOptions = computed(() => [
  { value: null, title: noSet.value },
  ...(isBase.value ? [] : [{ value: ownSet, title: 'the library’s own' }]),
  ...sets.value.map(({ name, glyphs: inSet }) => ({
    value: name,
    title: name,
    note: plural(inSet.length, 'glyph'),
  })),
])
const fallbackOptions = computed(() => [
  { value: null, title: noSet.value },
  ...sets.value.map(({ name }) => ({ value: name, title: name })),
])
const kinds = {
  all: { title: 'All roles', has: () => true },
  missing: { title: 'Roles that the set has none for', has: (role: string) => wornOf(role).isMissing },
  unused: {
    title: 'Roles that no component asks for',
    has: (role: string) => !roles.value.find((other) => other.role === role)?.uses.length,
  },
  deprecated: {
    title: 'Roles that are deprecated',
    has: (role: string) => own(settings.value.deprecated, role) !== undefined,
  },
  swapped: {
    title: 'Roles that wear another glyph than their own',
    has: (role: string) => wornOf(role).variant !== ownSet,
  },
}
type Kind = keyof typeof kinds
const isKind = (text: string): text is Kind => text in kinds
const kind = computed<Kind>(() => (isKind(which.value) ? which.value : 'all'))
const kindOptions = computed(() =>
  (Object.keys(kinds) as Kind[]).map((value) => ({
    value,
    title: kinds[value].title,
    note: String(roles.value.filter(({ role }) => kinds[value].has(role)).length),
  })),
)
const shown = computed(() => roles.value.filter(({ role }) => kinds[kind.value].has(role)))
const components = computed(
  () => new Set(roles.value.flatMap(({ uses }) => uses.flatMap(({ tag }) => tag ?? []))).size,
)
const remarks = useGlyphRemarks(() => roles.value.map((role) => ({ role: role.role, svg: drawingOf(role) })))

const ways = {
  files: 'SVG files in',
  modules: 'scripts in',
  table: 'the constant',
  sprite: 'symbols in',
}
const storeTitle = ({ way, path, name }: IconStore) => `${ways[way]} ${name ? `${name} of ${path}` : path}`
const storeKey = ({ way, path, name = '' }: IconStore) => `${way} ${path} ${name}`
const storeOptions = computed(() =>
  (icons.value?.stores ?? []).map((found) => ({
    value: storeKey(found),
    title: storeTitle(found),
    note: plural(found.count, 'glyph'),
  })),
)
const storeChosen = computed({
  get: () => (icons.value?.store ? storeKey(icons.value.store) : ''),
  set: (key) => {
    const found = icons.value?.stores.find((other) => storeKey(other) === key)
    if (!found || key === storeChosen.value) return
    const { count: _count, ...chosen } = found
    void keep({ ...settings.value, store: chosen }, `Icons are ${storeTitle(found)} now.`)
  },
})
const isAsked = ref<string>()
</script>

<template>
  <main class="icons">
    <div class="opening">
      <p v-if="roles.length" class="sentence">
        In
        <Choice
          v-model="theme"
          label="The theme"
          :options="store.themes.map(({ name, title }) => ({ value: name, title }))"
        />, icons come from
        <template v-if="store.may.write && sets.length"
          ><Choice
            :model-value="map.set"
            label="The set"
            :options="setOptions"
            @update:model-value="wear" /><template v-if="map.set !== null && map.set !== ownSet"
            >, and what that lacks from
            <Choice
              :model-value="map.fallback"
              label="What it lacks"
              :options="fallbackOptions"
              @update:model-value="fallBack" /></template></template
        ><template v-else>{{ map.set === null ? noSet : titleOfSet(map.set) }}</template
        >.
        <span class="muted"
          >{{ capital(plural(roles.length, 'role')) }}, asked for in
          {{ plural(components, 'component') }}.</span
        >
      </p>
      <p v-else-if="icons" class="sentence">
        <template v-if="!icons.isRead"
          >Icons of this library were not looked for yet; they are when source comes in.</template
        >
        <template v-else
          >No icons were found in the source.
          <span class="muted"
            >They are found as SVG files that components import, as a constant that holds drawings by name, or
            as a sprite of symbols.</span
          ></template
        >
      </p>
      <p v-else-if="!problems.length" class="sentence muted">Looking at the icons …</p>
      <button v-if="store.may.write && icons && !isAdding" type="button" class="act" @click="isAdding = true">
        Bring in a set
      </button>
    </div>
    <ProblemList v-if="problems.length" class="inset" :problems />
    <NewIconSet v-if="isAdding" :bring-in @done="isAdding = false" @cancel="isAdding = false" />
    <template v-if="roles.length">
      <p class="inset small">
        <Choice
          :model-value="kind"
          label="Which roles"
          :options="kindOptions"
          @update:model-value="which = $event"
        />. Their own glyphs are
        <Choice
          v-if="store.may.write && storeOptions.length > 1"
          v-model="storeChosen"
          label="Where the library has its glyphs"
          :options="storeOptions"
        /><template v-else-if="icons?.store">{{ storeTitle(icons.store) }}</template
        >.
      </p>
      <IconTable
        :roles="shown"
        :sets
        :worn-of
        :may-choose="store.may.write && !isBusy"
        :deprecated="settings.deprecated"
        @choose="choose"
        @deprecate="deprecate"
      />
      <p v-if="!shown.length" class="inset muted">There are none.</p>
      <section v-if="remarks.length" class="inset" aria-label="Remarks">
        <h2 class="ruled">Unlike their neighbours</h2>
        <ul class="small">
          <li v-for="(remark, i) in remarks" :key="i">
            <span class="code">{{ remark.role }}</span> · {{ remark.says }}
          </li>
        </ul>
      </section>
      <section
        v-if="icons?.unknownUses.length || icons?.anyUses.length"
        class="inset"
        aria-label="Other places"
      >
        <h2 class="ruled">Asked for otherwise</h2>
        <ul class="small">
          <li v-for="(use, i) in icons.unknownUses" :key="`unknown ${i}`">
            <span class="code">{{ use.role }}</span> has no glyph ·
            <NuxtLink
              class="link code"
              :to="{ path: `/${store.slug}/source`, query: { path: use.file, line: use.line } }"
              >{{ use.file }}:{{ use.line }}</NuxtLink
            >
          </li>
          <li v-for="(use, i) in icons.anyUses" :key="`any ${i}`">
            {{ use.tag ? store.title(use.tag) : 'Code' }} takes whichever it is given ·
            <NuxtLink
              class="link code"
              :to="{ path: `/${store.slug}/source`, query: { path: use.file, line: use.line } }"
              >{{ use.file }}:{{ use.line }}</NuxtLink
            >
          </li>
        </ul>
      </section>
      <IconsBeside v-if="sets.length" :theme :roles :sets="sets.map(({ name }) => name)" :settings :glyphs />
    </template>
    <section v-if="sets.length" class="inset" aria-label="Sets">
      <h2 class="ruled">Sets</h2>
      <ul class="sets">
        <li v-for="set in sets" :key="set.name">
          <p>
            <span class="code">{{ set.name }}</span>
            <span class="small muted">
              · {{ plural(set.glyphs.length, 'glyph') }}<template v-if="set.by">, from {{ set.by }}</template>
            </span>
            {{ ' ' }}
            <template v-if="store.may.write">
              <button
                v-if="isAsked !== set.name"
                type="button"
                class="link small"
                @click="isAsked = set.name"
              >
                Delete
              </button>
              <span v-else class="small">
                Delete {{ set.name }} with {{ plural(set.glyphs.length, 'glyph') }}?
                <button type="button" class="link" @click="drop(set.name)">Delete</button>
                <button type="button" class="link" @click="isAsked = undefined">Cancel</button>
              </span>
            </template>
          </p>
          <ul class="plate">
            <li v-for="glyph in set.glyphs.slice(0, 120)" :key="glyph.name">
              <GlyphPicture :svg="glyph.svg" :is-coloured="glyph.isColoured" />
              <span class="small">{{ glyph.name }}</span>
            </li>
          </ul>
          <p v-if="set.glyphs.length > 120" class="small muted">And {{ set.glyphs.length - 120 }} more.</p>
          <details v-if="set.glyphs.some(({ notes }) => notes.length)">
            <summary class="link small">What was left out or made otherwise</summary>
            <ul class="small">
              <li v-for="glyph in set.glyphs.filter(({ notes }) => notes.length)" :key="glyph.name">
                <span class="code">{{ glyph.name }}</span> · {{ glyph.notes.join(' ') }}
              </li>
            </ul>
          </details>
        </li>
      </ul>
    </section>
  </main>
</template>

<style scoped>
.icons {
  padding-bottom: 48px;
}
ul {
  list-style: none;
  margin: 4px 0 0;
  padding: 0;
}
.plate {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(96px, 1fr));
  gap: 10px 8px;
  padding: 8px 0;
}
.plate li {
  display: grid;
  justify-items: center;
  gap: 4px;
  overflow-wrap: anywhere;
  text-align: center;
}
</style>
