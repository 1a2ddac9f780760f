<script setup lang="ts">
import { lastPart, ownSet } from '~~/core/icons/glyph'
import type { Worn } from '~~/core/icons/wearing'
import type { IconRole, IconSetView } from '~~/core/wire'

/** Every role, with the glyph it has in each set; the one that is worn is marked, and another is one press. */
const { roles, sets, wornOf, mayChoose } = defineProps<{
  roles: readonly IconRole[]
  sets: readonly IconSetView[]
  wornOf: (role: string) => Worn
  mayChoose: boolean
}>()
const emit = defineEmits<{ choose: [role: string, set: string, glyph: string] }>()
const store = useLibrary()
const columns = computed(() =>
  sets.map((set) => ({ name: set.name, byName: new Map(set.glyphs.map((glyph) => [glyph.name, glyph])) })),
)
/** Glyphs of any set, for a role that has another name there. */
const others = computed(() =>
  sets.flatMap((set) =>
    set.glyphs.map(({ name }) => ({ value: `${set.name} ${name}`, title: name, note: set.name })),
  ),
)
const inSet = (byName: ReadonlyMap<string, IconSetView['glyphs'][number]>, role: string) =>
  byName.get(role) ?? byName.get(lastPart(role))
const tagsOf = ({ uses }: IconRole) => [...new Set(uses.flatMap(({ tag }) => tag ?? []))]
const isWorn = (role: string, set: string) => wornOf(role).variant === set
/** A glyph of another name that a role wears, as it stands among the others. */
const otherOf = ({ role }: IconRole): string => {
  const set = columns.value.find(({ name }) => wornOf(role).variant.startsWith(`${name}-`))
  return set ? `${set.name} ${wornOf(role).variant.slice(set.name.length + 1)}` : ''
}
function chooseOther(role: string, value: string) {
  const [set, glyph] = value.split(' ')
  if (set && glyph) emit('choose', role, set, glyph)
}
</script>

<template>
  <div class="wide">
    <table class="listing">
      <thead>
        <tr>
          <th scope="col">Role</th>
          <th scope="col">Asked for in</th>
          <th scope="col">The library’s own</th>
          <th v-for="{ name } in columns" :key="name" scope="col">{{ name }}</th>
          <th v-if="sets.length" scope="col">Another glyph</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="role in roles" :key="role.role" :data-role="role.role">
          <th scope="row">
            <span class="code">{{ role.role }}</span>
            <NuxtLink
              class="link small place"
              :to="{ path: `/${store.slug}/source`, query: { path: role.file, line: role.line } }"
              >{{ role.file }}<template v-if="role.line > 1">:{{ role.line }}</template></NuxtLink
            >
          </th>
          <td class="small">
            <template v-for="(tag, i) in tagsOf(role)" :key="tag"
              ><template v-if="i">, </template
              ><NuxtLink class="link" :to="`/${store.slug}/${tag}`">{{
                store.title(tag)
              }}</NuxtLink></template
            ><span v-if="!tagsOf(role).length" class="muted">no component</span>
            <p v-if="wornOf(role.role).isMissing" class="bad">
              The set has none for it<template v-if="isWorn(role.role, ownSet)"
                >: the library’s own is shown</template
              >.
            </p>
            <p v-if="!role.canSwap" class="bad">It is no single svg element, so it cannot be swapped.</p>
          </td>
          <td>
            <button
              type="button"
              class="cell"
              :aria-pressed="isWorn(role.role, ownSet)"
              :aria-label="`${role.role}, the library’s own`"
              :disabled="!mayChoose"
              @click="emit('choose', role.role, ownSet, role.role)"
            >
              <GlyphPicture :svg="role.svg" />
            </button>
          </td>
          <td v-for="{ name, byName } in columns" :key="name">
            <button
              v-if="inSet(byName, role.role)"
              type="button"
              class="cell"
              :aria-pressed="isWorn(role.role, name)"
              :aria-label="`${role.role}, ${name}`"
              :disabled="!mayChoose || !role.canSwap"
              @click="emit('choose', role.role, name, inSet(byName, role.role)!.name)"
            >
              <GlyphPicture
                :svg="inSet(byName, role.role)!.svg"
                :is-coloured="inSet(byName, role.role)!.isColoured"
              />
            </button>
            <span v-else class="small muted">none</span>
          </td>
          <td v-if="sets.length" class="small">
            <span class="other">
              <GlyphPicture
                v-if="otherOf(role)"
                :svg="wornOf(role.role).glyph!.body"
                :is-coloured="wornOf(role.role).glyph!.isColoured"
              />
              <Choice
                v-if="mayChoose && role.canSwap"
                :model-value="otherOf(role)"
                :label="`Another glyph for ${role.role}`"
                :options="[{ value: '', title: otherOf(role) ? 'of its own name' : 'choose' }, ...others]"
                @update:model-value="chooseOther(role.role, $event)"
              />
            </span>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.wide {
  overflow-x: auto;
}
th,
td {
  vertical-align: middle;
}
.place {
  display: block;
  font-weight: 400;
}
p {
  margin: 2px 0 0;
}
.cell {
  display: inline-grid;
  place-items: center;
  padding: 6px;
  border: 1px solid transparent;
  border-radius: 2px;
  background: none;
  color: inherit;
  cursor: pointer;
}
.cell:hover:enabled {
  border-color: var(--rule);
}
.cell:disabled {
  cursor: default;
}
.cell[aria-pressed='true'] {
  border: 1.5px solid var(--kelp);
  background: var(--sheet);
}
.other {
  display: inline-flex;
  align-items: center;
  gap: 8px;
}
</style>
