<script setup lang="ts">
import type { Offer } from '~~/core/tokens/offered'

/**
 * Custom properties that the library's sheets set in one place, offered as tokens; nothing is taken unseen.
 */
const store = useLibrary()
useHead({ title: () => `Tokens from sheets · ${store.library?.title} · Kept Shelf` })
const chosenTheme = useAddressChoice('into', '')
const place = useAddressChoice('from', '')
const into = computed({
  get: () => chosenTheme.value || store.baseTheme,
  set: (name) => (chosenTheme.value = name),
})
const theme = computed(() => store.themes.find(({ name }) => name === into.value))
const { offered, offers, taken, leaving, tokens, problems, isBusy, take } = useSheetTokens(place, into)
const places = computed(() => [
  { value: '', title: 'rules of whole documents' },
  ...(offered.value?.places ?? []).map(({ where, count }) => ({
    value: where,
    title: `${where}, ${count}`,
  })),
])

const toSource = ({ file, line }: Pick<Offer, 'file' | 'line'>) => ({
  path: `/${store.slug}/source`,
  query: { path: file, line },
})
function toggle(property: string) {
  const next = new Set(leaving.value)
  if (!next.delete(property)) next.add(property)
  leaving.value = next
}
const areAllTaken = computed(() => taken.value.length === offers.value.length)
function toggleAll() {
  leaving.value = new Set(areAllTaken.value ? offers.value.map(({ property }) => property) : [])
}
</script>

<template>
  <main class="offered">
    <div class="opening">
      <p class="sentence">
        Custom properties from
        <Choice v-model="place" label="Where in the sheets" :options="places" /> into
        <Choice
          v-model="into"
          label="The theme they are taken into"
          :options="store.themes.map(({ name, title }) => ({ value: name, title }))"
        />:
        <template v-if="!offered && !problems.length">reading the sheets …</template>
        <template v-else-if="offers.length"
          >{{ offers.length }} could be {{ offers.length === 1 ? 'a token' : 'tokens' }}.</template
        >
        <template v-else-if="offered?.left.length">none of them can be a token.</template>
        <template v-else-if="theme?.on">whatever is set there for its tokens it has so already.</template>
        <template v-else>nothing is set there that is not a token already.</template>
        {{ ' ' }}<NuxtLink class="link small" :to="`/${store.slug}/tokens`">Back to the table</NuxtLink>
      </p>
      <button
        v-if="store.may.keep && offers.length"
        type="button"
        class="act main"
        :disabled="isBusy || taken.length === 0"
        @click="take"
      >
        Take {{ plural(taken.length, 'token') }}
      </button>
    </div>
    <ProblemList v-if="problems.length" class="inset" :problems />
    <p v-if="offers.length" class="inset small muted">
      A token prints the very property that it was, so what reads it reads the token.
      <template v-if="!store.may.keep">A maintainer of the library takes them.</template>
      <template v-else>The sheets keep their own declarations until somebody takes them out.</template>
    </p>
    <table class="listing" v-if="offers.length">
      <thead>
        <tr>
          <th scope="col" class="tick">
            <input
              v-if="store.may.keep"
              type="checkbox"
              aria-label="Take all"
              :checked="areAllTaken"
              @change="toggleAll"
            />
          </th>
          <th scope="col">Custom property</th>
          <th scope="col">Token</th>
          <th scope="col">Value</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="offer in offers" :key="offer.property">
          <td class="tick">
            <input
              v-if="store.may.keep"
              type="checkbox"
              :aria-label="`Take ${offer.property}`"
              :checked="!leaving.has(offer.property)"
              @change="toggle(offer.property)"
            />
          </td>
          <th scope="row">
            <span class="code">{{ offer.property }}</span>
            <NuxtLink class="link small place" :to="toSource(offer)"
              >{{ offer.file }}:{{ offer.line }}</NuxtLink
            >
          </th>
          <td>
            <span class="code">{{ offer.path }}</span>{{ ' '
            }}<span v-if="offer.type" class="small muted">{{ typeName(offer.type) }}</span>
          </td>
          <td>
            <span class="value">
              <TokenSample v-if="tokens?.get(offer.path)" class="sample" :token="tokens.get(offer.path)!" />
              <span class="code">{{ offer.text }}</span>
            </span>
            <p v-if="offer.worked" class="small muted">
              <span class="code">{{ offer.worked }}</span> as it is now: it reads what can be no token
            </p>
            <ul v-if="offer.elsewhere.length" class="small muted">
              <li v-for="(other, i) in offer.elsewhere" :key="i">
                <span class="code">{{ other.text }}</span> in <span class="code">{{ other.where }}</span>, for
                a theme to have
              </li>
            </ul>
          </td>
        </tr>
      </tbody>
    </table>
    <details v-if="offered?.left.length" class="inset">
      <summary class="link">
        {{ capital(plural(offered.left.length, 'other stays', 'others stay')) }} in the sheets
      </summary>
      <ul class="small">
        <li v-for="left in offered.left" :key="left.property">
          <span class="code">{{ left.property }}: {{ left.text }}</span> · {{ left.why }}{{ ' ' }}
          <NuxtLink class="link code" :to="toSource(left)">{{ left.file }}:{{ left.line }}</NuxtLink>
        </li>
      </ul>
    </details>
  </main>
</template>

<style scoped>
.offered {
  padding-bottom: 48px;
}
.place {
  display: block;
}
.tick {
  width: 28px;
}
.value {
  display: inline-flex;
  gap: 8px;
  align-items: center;
}
ul {
  list-style: none;
  margin: 4px 0 0;
  padding: 0;
}
</style>
