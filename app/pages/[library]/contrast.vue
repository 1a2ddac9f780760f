<script setup lang="ts">
import { inkRoles } from '~~/core/contrast/ink'
import { isUnreadable, roleTitles } from '~~/core/contrast/pair'

/** Which colours do not read on one another: as they were painted, and of tokens that may yet meet. */
const store = useLibrary()
useHead({ title: () => `Contrast · ${store.library?.title} · Kept Shelf` })
const { seen, purposes, problems, isBusy, look, pairs, tokensOf, tokenOf, toMend } = useContrast()
const { send, undoLast } = useTokenEdits(() => 'color')
const keptIn = useKeptValue()

const shown = useAddressChoice('shown', 'unreadable')
const role = useAddressChoice('role', 'any')
const theme = useAddressChoice('theme', '')
const component = useAddressChoice('of', '')
const chosen = useAddressChoice('pair', '')
const themes = computed(() => store.library?.themes ?? [])
const themeChoices = computed(() => [{ value: '', title: 'every theme' }, ...choicesOfThemes(themes.value)])
const unreadable = computed(() => pairs.value.filter(isUnreadable))
const listed = computed(() =>
  (shown.value === 'unreadable' ? unreadable.value : pairs.value).filter(
    (pair) =>
      (role.value === 'any' || pair.role === role.value) &&
      (!theme.value || pair.theme === theme.value) &&
      (!component.value || pair.places.some(({ tag }) => tag === component.value)),
  ),
)
/** Rows that are drawn at once; the rest when they are asked for. */
const step = 60
const drawn = ref(step)
watch([shown, role, theme, component], () => (drawn.value = step))
const tags = computed(() => [...new Set(pairs.value.flatMap(({ places }) => places.map(({ tag }) => tag)))])
const components = computed(() => [
  { value: '', title: 'the whole library' },
  ...tags.value.map((tag) => ({ value: tag, title: store.title(tag) })),
])
const roles = [
  { value: 'any', title: 'whatever is painted' },
  ...inkRoles.map((value) => ({ value, title: roleTitles[value] })),
]
const gridTheme = computed(() => theme.value || store.baseTheme)
const isCurrent = computed(
  () => seen.value !== undefined && !seen.value.stale.length && seen.value.looked === seen.value.components,
)
async function mend({ theme: name, token, value }: { theme: string; token: string; value: string }) {
  // it is over what is kept, and not over what is being tried
  await send(name, token, value, keptIn(name, token))
  store.dropDraft({ theme: name, path: token })
}
useKeys([
  {
    keys: 'Ctrl z',
    does: 'undo the last change',
    run: () => {
      if (!store.worn) undoLast()
    },
  },
])
</script>

<template>
  <main class="contrast">
    <h1>Contrast</h1>
    <ProblemList v-if="problems.length" :problems />
    <p v-if="!seen && !problems.length" class="sentence muted" role="status">Asking what was seen …</p>
    <template v-if="seen">
      <p v-if="seen.looked" class="sentence">
        {{ capital(plural(unreadable.length, 'pair does not read', 'pairs do not read')) }}. Shown is
        <Choice
          v-model="shown"
          label="Shown is"
          :options="[
            { value: 'unreadable', title: 'what does not read', note: String(unreadable.length) },
            { value: 'all', title: 'all that was seen', note: String(pairs.length) },
          ]"
        />, of <Choice v-model="role" label="Painted" :options="roles" />, in
        <Choice v-model="theme" label="Theme" :options="themeChoices" />, in
        <Choice v-model="component" label="Component" :options="components" />.
        <FittingChoice v-if="store.may.write" />
      </p>
      <p v-else class="sentence">
        Nobody has looked yet at which colours meet. A browser on the server does that, in every theme,
        variant, example and state.
      </p>
      <p class="small muted looked">
        <template v-if="seen.looked"
          >Seen in {{ seen.looked }} of {{ plural(seen.components, 'component')
          }}<template v-if="seen.stale.length"
            >, {{ count(seen.stale.length) }} of them before it or a token was changed</template
          ><template v-if="seen.left"
            >; {{ plural(seen.left, 'variant, example or state', 'variants, examples or states') }} could not
            be looked at in every theme</template
          >.
        </template>
        <LookNow :current="isCurrent" :is-busy @look="look" />
      </p>
      <ul v-if="listed.length" class="pairs">
        <PairRow
          v-for="pair in listed.slice(0, drawn)"
          :key="pairKey(pair)"
          :pair
          :token-of
          :to-mend
          :is-open="chosen === pairKey(pair)"
          @open="chosen = $event ? pairKey(pair) : ''"
          @mend="mend"
        />
      </ul>
      <p v-else-if="seen.looked" class="good">
        <Mark name="seen" label="" />
        {{
          shown === 'unreadable' && !unreadable.length
            ? 'Whatever was seen reads on what is behind it.'
            : 'No pair is like that.'
        }}
      </p>
      <button v-if="listed.length > drawn" type="button" class="act more" @click="drawn += step">
        Show {{ Math.min(step, listed.length - drawn) }} more of {{ listed.length }}
      </button>
      <ContrastGrid
        v-if="purposes && tokensOf.get(gridTheme)"
        :tokens="tokensOf.get(gridTheme)!"
        :purposes
        :pairs="pairs.filter((pair) => pair.theme === gridTheme)"
        :token-of
        :theme="gridTheme"
      />
      <ColourRamps :tokens-of />
    </template>
  </main>
</template>

<style scoped>
.contrast {
  padding: 14px 24px 60px;
  display: grid;
  gap: 14px;
  grid-template-columns: minmax(0, 1fr);
}
.looked {
  margin-top: -8px;
}
.pairs {
  list-style: none;
  margin: 0;
  padding: 0;
  border-top: 1px solid var(--rule);
}
.more {
  justify-self: start;
}
</style>
