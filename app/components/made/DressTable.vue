<script setup lang="ts">
import type { Place } from '~~/core/contract/member'
import type { Sources } from '~~/core/made/sources'
import type { Dressing } from '~~/core/style/dressing'
import type { Dress, Found } from '~~/core/style/found'

/** What dresses an element, a row a property: its value, who says it and where, and how it came. */
const { rows, dress, sources } = defineProps<{ rows: readonly Dressing[]; dress: Dress; sources: Sources }>()
const store = useLibrary()
const open = ref<string>()
const toggle = (property: string) => {
  open.value = open.value === property ? undefined : property
}
const who = (found: Found) => sources.sayWho(found)
const placeOf = (found: Found) => sources.placeOfFound(found)
const feeds = (property: string) => sources.feeds(property)
const sourceOf = (place: Place, of: string) => ({
  path: `/${store.slug}/source`,
  query: { path: place.file, line: place.line, of },
})
</script>

<template>
  <table class="rows">
    <colgroup>
      <col class="name" />
      <col class="value-of" />
      <col />
    </colgroup>
    <thead class="sr">
      <tr>
        <th>Property</th>
        <th>Value</th>
        <th>Where it comes from</th>
      </tr>
    </thead>
    <tbody>
      <template v-for="row in rows" :key="row.property">
        <tr :class="{ lost: row.lost }">
          <th scope="row" class="code">
            <button
              type="button"
              class="plain"
              :aria-expanded="open === row.property"
              @click="toggle(row.property)"
            >
              {{ row.property }}
            </button>
          </th>
          <td class="code value">
            <PaintedValue :value="row.value || '(nothing)'" />
          </td>
          <td class="small">
            <template v-if="row.origin.is !== 'browser'">
              <span v-if="row.origin.is === 'inherited'"
                >from <span class="code">{{ dress.chain[row.origin.at]?.label }}</span>:
              </span>
              <FoundPlace
                :found="row.origin.winner"
                :who="who(row.origin.winner)"
                :place="placeOf(row.origin.winner)"
                :library="store.slug"
              />
              <span v-if="row.lost" class="bad"> comes to nothing, as if it were not set</span>
              <span v-else-if="row.origin.over.length" class="muted">
                over {{ plural(row.origin.over.length, 'other') }}</span
              >
            </template>
          </td>
        </tr>
        <tr v-if="open === row.property && row.origin.is !== 'browser'" class="more">
          <td colspan="3">
            <p class="code small">
              {{ row.origin.winner.as ? `${row.origin.winner.as}: ` : '' }}{{ row.origin.winner.value
              }}{{ row.origin.winner.important ? ' !important' : '' }}
            </p>
            <p v-if="feeds(row.property)" class="small">
              It is fed by
              <template v-if="feeds(row.property)!.names.length">{{
                feeds(row.property)!.names.join(', ')
              }}</template><template v-else>code</template>,
              <NuxtLink
                class="link code"
                :to="sourceOf(feeds(row.property)!.place, feeds(row.property)!.of)"
                >{{ shortPlace(feeds(row.property)!.place) }}</NuxtLink
              >
            </p>
            <PathSteps
              v-for="path in row.paths"
              :key="path.name"
              :path
              :chain="dress.chain"
              :sources
              :library="store.slug"
            />
            <p v-for="(other, i) in row.origin.over" :key="i" class="small muted">
              Not <span class="code over">{{ other.value }}</span>,
              <FoundPlace :found="other" :who="who(other)" :place="placeOf(other)" :library="store.slug" />
            </p>
          </td>
        </tr>
      </template>
    </tbody>
  </table>
</template>

<style scoped>
.rows {
  width: 100%;
  border-collapse: collapse;
  margin-top: 6px;
  table-layout: fixed;
}
.name {
  width: 25%;
}
.value-of {
  width: 27%;
}
.rows tr > * {
  border-top: 1px solid var(--rule);
  padding: 2px 8px 2px 0;
  vertical-align: top;
  text-align: left;
  font-weight: 400;
  overflow-wrap: anywhere;
}
.rows .plain {
  border: 0;
  background: none;
  padding: 0;
  font: 400 12px/20px var(--code);
  color: var(--ink);
  cursor: pointer;
  text-align: left;
  border-bottom: 1px dotted var(--muted);
}
.rows .plain:hover {
  border-color: var(--kelp);
}
.value {
  font-size: 12px;
  line-height: 20px;
}
.more td {
  border-top: 0;
  padding: 0 0 8px 16px;
}
.more p {
  margin: 0;
}
.over {
  text-decoration: line-through;
}
.sr {
  position: absolute;
  clip-path: inset(50%);
  width: 1px;
  height: 1px;
  overflow: hidden;
}
</style>
