<script setup lang="ts">
import { overtaken, sharedWith, type FittingChange } from '~~/core/tokens/fitting'
import { tokensOfThemes } from '~~/core/tokens/themes'

/** The fitting that is worn: what it changes, whom that meets, and how it is kept or thrown away, whole. */
const store = useLibrary()
const fitting = useFitting()
const { takeOut, keep, drop } = useFittingActs()
const { worn } = storeToRefs(store)
const isOpen = ref(false)
const changes = computed(() => worn.value?.changes ?? [])
// they are shown once somebody asks for them
const tokensOf = computed(() => tokensOfThemes(isOpen.value ? store.fitted : []))
const kept = computed(() => tokensOfThemes(isOpen.value ? (store.library?.themes ?? []) : []))
const cssOf = (tokens: typeof kept.value, { theme, path }: FittingChange) =>
  tokens.get(theme)?.get(path)?.css ?? ''
const typeOf = ({ theme, path }: FittingChange) => tokensOf.value.get(theme)?.get(path)?.type ?? ''
/** Other fittings that touch a token which this one touches. */
const others = computed(() =>
  store.fittings
    .filter((other) => other.id !== worn.value?.id)
    .flatMap((other) => {
      const shared = sharedWith(changes.value, other.changes)
      return shared.length ? [{ name: other.name, paths: [...new Set(shared.map(({ path }) => path))] }] : []
    }),
)
const late = computed(() => overtaken(store.library?.themes ?? [], changes.value))
const isLate = (change: FittingChange) => late.value.includes(change)
const isBusy = ref(false)
async function act(work: () => Promise<unknown>) {
  isBusy.value = true
  await work()
  isBusy.value = false
}
const asked = ref(false)
const { say } = useSay()
watch(worn, (now, before) => {
  asked.value = false
  if (now || !before || !fitting.id || !store.library) return
  say(`“${before.name}” is worn no more: somebody saved or deleted it.`)
  fitting.takeOff()
})
</script>

<template>
  <section v-if="worn" class="worn" aria-label="The fitting that is worn">
    <p class="line">
      <span
        >Everything wears the fitting <b>{{ worn.name }}</b>, which is not saved:
        <button type="button" class="link" :aria-expanded="isOpen" @click="isOpen = !isOpen">
          {{ plural(changes.length, 'change') }}</button><span v-if="worn.by" class="small muted">
          begun by {{ worn.by }}</span
        ></span
      >
      <NuxtLink
        v-if="changes.length"
        class="link"
        :to="{ path: `/${store.slug}/all`, query: { beside: 'kept' } }"
        >Beside what is kept</NuxtLink
      >
      <button type="button" class="link" @click="fitting.takeOff()">Take off</button>
      <template v-if="store.may.write">
        <button
          type="button"
          class="act"
          :disabled="isBusy || !changes.length"
          @click="act(() => keep(worn!))"
        >
          Save all
        </button>
        <template v-if="asked"
          ><span class="small">Delete it with {{ plural(changes.length, 'change') }}?</span>
          <button type="button" class="act" :disabled="isBusy" @click="act(() => drop(worn!))">Delete</button>
          <button type="button" class="link" @click="asked = false">Cancel</button></template
        >
        <button
          v-else
          type="button"
          class="link"
          @click="changes.length ? (asked = true) : act(() => drop(worn!))"
        >
          Delete
        </button>
      </template>
    </p>
    <p v-for="other in others" :key="other.name" class="small gap">
      “{{ other.name }}” changes {{ other.paths.slice(0, 4).join(', ')
      }}{{ other.paths.length > 4 ? ` and ${other.paths.length - 4} more` : '' }} too: whichever is saved
      later has to be tried anew.
    </p>
    <ul v-if="isOpen">
      <li v-for="change in changes" :key="`${change.theme} ${change.path}`">
        <NuxtLink class="code link" :to="{ path: `/${store.slug}/tokens`, query: { token: change.path } }">{{
          change.path
        }}</NuxtLink>
        <span class="small muted">in {{ store.themeTitle(change.theme) }}, by {{ change.by }}</span>
        <span
          ><PaintedValue :value="cssOf(kept, change)" /> becomes
          <PaintedValue :value="cssOf(tokensOf, change)"
        /></span>
        <span v-if="isLate(change)" class="small bad">given another value in the library since</span>
        <button
          v-if="store.may.write"
          type="button"
          class="link small"
          :aria-label="`Take ${change.path} in ${store.themeTitle(change.theme)} out of the fitting`"
          @click="takeOut(worn, change, typeOf(change))"
        >
          Take out
        </button>
      </li>
      <li v-if="!changes.length" class="muted">
        Nothing yet. Change tokens in the table, or where a pair of colours does not read.
      </li>
    </ul>
  </section>
</template>

<style scoped>
.worn {
  border-bottom: 1px solid var(--rule);
  background: var(--kelp-wash);
  padding: 6px 24px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  align-items: baseline;
}
ul {
  list-style: none;
  margin: 4px 0 0;
  padding: 0;
  max-height: 40vh;
  overflow: auto;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
  border-top: 1px solid var(--rule-soft);
  padding: 3px 0;
}
</style>
