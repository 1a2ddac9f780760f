<script setup lang="ts">
import type { LibraryPair } from '~~/core/contrast/gather'
import type { ToMend } from '~~/core/contrast/mends'
import { isUnreadable, roleTitles } from '~~/core/contrast/pair'

/** Two colours as they were seen on one another: how they read, by which tokens, and where. */
const { pair, tokenOf, toMend, isOpen } = defineProps<{
  pair: LibraryPair
  tokenOf: (property: string) => string | undefined
  toMend: ToMend
  isOpen: boolean
}>()
const emit = defineEmits<{
  open: [isOpen: boolean]
  mend: [mend: { theme: string; token: string; value: string }]
}>()
const store = useLibrary()
const bad = computed(() => isUnreadable(pair))
const first = computed(() => pair.places[0]!)
const more = computed(() => pair.count - 1)
const nameOf = (property: string | undefined) => (property === undefined ? undefined : tokenOf(property))
</script>

<template>
  <li class="pair">
    <div class="row">
      <ColourSample class="large-sample" :colour="pair.text" :ground="pair.ground" :role="pair.role" />
      <span class="colours">
        <span v-for="side in ['by', 'groundBy'] as const" :key="side">
          <span v-if="side === 'groundBy'" class="muted">on </span>
          <PaintedValue :value="side === 'by' ? pair.text : pair.ground" />{{ ' ' }}
          <NuxtLink
            v-if="nameOf(pair[side])"
            class="link code"
            :to="{ path: `/${store.slug}/tokens`, query: { token: nameOf(pair[side]) } }"
            >{{ nameOf(pair[side]) }}</NuxtLink><span v-else class="small muted">no token</span>
        </span>
      </span>
      <span class="ratio" :class="{ bad }"
        ><Mark
          v-if="pair.wants"
          :name="bad ? 'not found' : 'seen'"
          :label="bad ? 'does not read' : 'reads'"
        />
        {{ pair.ratio }} to 1<template v-if="pair.wants">, of {{ pair.wants }}</template
        ><span v-if="pair.varies" class="small muted at-worst">at the worst place</span></span
      >
      <span class="where prose-line">
        {{ capital(roleTitles[pair.role])
        }}<template v-if="first.says && pair.role !== 'focus'"> “{{ first.says }}”</template> in
        {{ store.themeTitle(pair.theme) }}:
        <NuxtLink
          class="link"
          :to="{
            path: `/${store.slug}/${first.tag}/accessible`,
            query: { shown: first.situation === 'as on the shelf' ? undefined : first.situation },
          }"
          >{{ store.title(first.tag) }}</NuxtLink>, {{ first.situation }}
        <span class="small code muted">{{ first.at }}</span>{{ ' ' }}
        <span v-if="more" class="small muted">and {{ plural(more, 'other place') }}</span>
      </span>
      <button
        type="button"
        class="act"
        :aria-expanded="isOpen"
        :aria-label="`${isOpen ? 'Close' : 'Look into'} ${pair.text} on ${pair.ground} in ${store.themeTitle(pair.theme)}`"
        @click="emit('open', !isOpen)"
      >
        {{ isOpen ? 'Close' : bad ? 'Mend' : 'Where' }}
      </button>
    </div>
    <PairMends v-if="isOpen" :pair :to-mend @mend="emit('mend', $event)" @close="emit('open', false)" />
  </li>
</template>

<style scoped>
.pair {
  border-bottom: 1px solid var(--rule-soft);
}
.row {
  display: grid;
  grid-template-columns: 96px 270px 140px minmax(0, 1fr) auto;
  gap: 16px;
  align-items: center;
  padding: 7px 0;
}
.pair .large-sample {
  width: 96px;
  height: 34px;
}
.colours {
  display: grid;
}
.ratio {
  font-weight: 500;
}
.at-worst {
  display: block;
}
.where {
  overflow-wrap: anywhere;
}
@media (max-width: 900px) {
  .row {
    grid-template-columns: 96px minmax(0, 1fr);
  }
}
</style>
