<script setup lang="ts">
import { lastPart, ownSet, type GlyphChoice } from '~~/core/icons/glyph'
import { own } from '~~/core/own'
import type { Worn } from '~~/core/icons/wearing'
import type { IconRole, IconSetView } from '~~/core/wire'

/**
 * Every role, with the glyph it has in each set; the one that is worn is marked, and another is one press.
 */
const { roles, sets, wornOf, mayChoose, deprecated } = defineProps<{
  roles: readonly IconRole[]
  sets: readonly IconSetView[]
  wornOf: (role: string) => Worn
  mayChoose: boolean
  /** What to take instead of those that should not be used any more, by role. */
  deprecated: Readonly<Record<string, string>>
}>()
const emit = defineEmits<{
  choose: [role: string, choice?: GlyphChoice]
  deprecate: [role: string, note: string | undefined]
}>()
/** The role that somebody says of why it should not be used any more. */
const asked = ref<string>()
function deprecate(role: string, note: string | undefined) {
  asked.value = undefined
  emit('deprecate', role, note)
}
const store = useLibrary()
const columns = computed(() =>
  sets.map((set) => ({ name: set.name, byName: new Map(set.glyphs.map((glyph) => [glyph.name, glyph])) })),
)
/** Glyphs of any set, for a role that has another name there. */
const offered = computed(() =>
  sets.flatMap(({ name: set, glyphs }) => glyphs.map(({ name: glyph }) => ({ set, glyph }))),
)
const keyOf = (choice: GlyphChoice) => JSON.stringify([choice.set, choice.glyph])
const others = computed(() =>
  offered.value.map((choice) => ({ value: keyOf(choice), title: choice.glyph, note: choice.set })),
)
const inSet = (byName: ReadonlyMap<string, IconSetView['glyphs'][number]>, role: string) =>
  byName.get(role) ?? byName.get(lastPart(role))
const tagsOf = ({ uses }: IconRole) => [...new Set(uses.flatMap(({ tag }) => tag ?? []))]
const isWorn = (role: string, set: string) => wornOf(role).variant === set
/** A glyph of another name that a role wears; nothing where it wears its own, or one of its name. */
function otherOf({ role }: IconRole): GlyphChoice | undefined {
  const { choice } = wornOf(role)
  return choice.set === ownSet || [role, lastPart(role)].includes(choice.glyph) ? undefined : choice
}
const otherKey = (role: IconRole) => {
  const other = otherOf(role)
  return other ? keyOf(other) : ''
}
const chooseOther = (role: string, key: string) =>
  emit(
    'choose',
    role,
    offered.value.find((choice) => keyOf(choice) === key),
  )
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
            <span v-if="own(deprecated, role.role) !== undefined" class="small place"
              ><Mark name="deprecated" /> {{ deprecated[role.role] }}
              <button
                v-if="mayChoose"
                type="button"
                class="link"
                :aria-label="`${role.role} is not deprecated any more`"
                @click="deprecate(role.role, undefined)"
              >
                Not any more
              </button></span
            >
            <ReasonForm
              v-else-if="asked === role.role"
              class="place"
              :label="`What to take instead of ${role.role}`"
              placeholder="Take … instead; gone in 2.0"
              verb="Deprecate"
              :most="300"
              @say="deprecate(role.role, $event)"
              @cancel="asked = undefined"
            />
            <button
              v-else-if="mayChoose"
              type="button"
              class="link small place"
              :aria-label="`Deprecate ${role.role}`"
              @click="asked = role.role"
            >
              Deprecate
            </button>
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
              @click="emit('choose', role.role, { set: ownSet, glyph: role.role })"
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
              @click="emit('choose', role.role, { set: name, glyph: inSet(byName, role.role)!.name })"
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
                :model-value="otherKey(role)"
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
.listing :is(th, td) {
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
