<script setup lang="ts">
import type { Cell } from '~~/core/spread/axes'
import type { SheetShown, SheetTarget } from '~~/core/spread/shown'
import { surroundToQuery } from '~~/core/surround'

/** One sheet of a spread: its headings, its cells in one frame, and a link from each to the bench. */
const { sheet, target, width, tag, whyNot } = defineProps<{
  sheet: SheetShown
  target: SheetTarget
  /** Of a column, in pixels. */
  width: number
  tag: string
  /** Why a rendering must not be used, if so. */
  whyNot: (cell: Cell) => string | undefined
}>()
const store = useLibrary()
const { css } = storeToRefs(store)
const note = computed(() => plural(sheet.cells.length, 'rendering'))
const laid = ref<{ rows: number[]; height: number; failed: string[] }>({ rows: [], height: 0, failed: [] })
/**
 * Links come when the cells they lead from stand there: making hundreds of them must not hold the cells up.
 */
const linked = shallowRef<Cell[]>()
const links = computed(() => (linked.value === sheet.cells ? sheet.cells : []))
const bottomOf = (row: number) => laid.value.rows[row + 1] ?? laid.value.height
const rowStyle = (row: number) => {
  const top = laid.value.rows[row] ?? 0
  return { top: `${top}px`, height: `${(laid.value.rows.length ? bottomOf(row) : 0) - top}px` }
}
const cornerStyle = (i: number) => ({
  left: `${((i % sheet.columns.length) + 1) * width - 17}px`,
  top: `${bottomOf(Math.floor(i / sheet.columns.length)) - 17}px`,
})
const cellStyle = (i: number) => {
  const row = Math.floor(i / sheet.columns.length)
  return {
    left: `${(i % sheet.columns.length) * width}px`,
    top: `${laid.value.rows[row] ?? 0}px`,
    width: `${width}px`,
    height: `${bottomOf(row) - (laid.value.rows[row] ?? 0)}px`,
  }
}
const neverShown = computed(() =>
  links.value.flatMap((cell, i) => {
    const why = whyNot(cell)
    return why === undefined ? [] : [{ cell, i, why }]
  }),
)
const benchLink = (cell: Cell) => ({
  path: `/${store.slug}/${tag}`,
  query: {
    show: JSON.stringify(cell.usage),
    ...surroundToQuery({ ...cell.surround, padding: 24 }, store.baseTheme),
  },
})
const why = computed(() => store.find(tag)?.rendering.problems[0]?.what ?? 'it was never built.')
</script>

<template>
  <section :aria-label="sheet.title">
    <h2>
      {{ sheet.title }}
      <span class="small muted"
        >{{ note
        }}<template v-if="laid.failed.length"
          >, <b class="bad">{{ plural(laid.failed.length, 'fails', 'fail') }}</b></template
        ></span
      >
    </h2>
    <p v-if="!target" class="muted">There is no rendering: {{ why }}</p>
    <div v-else class="grid" :class="{ flows: !sheet.rows.length }">
      <div
        v-if="sheet.columns.some(Boolean)"
        class="columns code"
        :style="{ gridTemplateColumns: `repeat(${sheet.columns.length}, ${width}px)` }"
      >
        <span v-for="(title, i) in sheet.columns" :key="i">{{ title }}</span>
      </div>
      <div class="body">
        <div v-if="sheet.rows.some(Boolean)" class="rows code">
          <span v-for="(title, i) in sheet.rows" :key="i" :style="rowStyle(i)">{{ title }}</span>
        </div>
        <div class="cells">
          <SheetFrame
            :cells="target"
            :css
            :preview="store.library!.preview"
            :text="sheet.text"
            :title="`${sheet.title}, ${note}`"
            @laid="laid = $event"
            @painted="linked = sheet.cells"
          />
          <p v-for="{ cell, i, why } in neverShown" :key="cell.id" class="never" :style="cellStyle(i)">
            <span class="small" :title="why">{{ why }}</span>
          </p>
          <NuxtLink
            v-for="(cell, i) in links"
            :key="cell.id"
            class="corner"
            :style="cornerStyle(i)"
            :to="benchLink(cell)"
            :aria-label="`${cell.titles.join(', ')}, on the bench`"
            title="On the bench"
            >↗</NuxtLink
          >
        </div>
      </div>
    </div>
  </section>
</template>

<style scoped>
h2 {
  margin: 14px 0 6px;
}
.grid {
  width: max-content;
  padding-left: 110px;
}
.grid.flows {
  padding-left: 0;
}
.columns {
  display: grid;
  text-align: center;
  padding-bottom: 6px;
  font-size: 13px;
}
.body {
  position: relative;
  border-top: 1px solid var(--rule);
}
.rows {
  position: absolute;
  left: -110px;
  width: 110px;
  top: 0;
  font-size: 13px;
}
.rows span {
  position: absolute;
  left: 0;
  right: 8px;
  display: grid;
  align-items: center;
  border-bottom: 1px solid var(--rule);
  overflow-wrap: anywhere;
}
.cells {
  position: relative;
  border-left: 1px solid var(--rule);
  width: max-content;
}
.never {
  position: absolute;
  display: flex;
  align-items: end;
  overflow: hidden;
  color: var(--rust);
  background: linear-gradient(
    to top right,
    transparent calc(50% - 1px),
    var(--rust) 50%,
    transparent calc(50% + 1px)
  );
  pointer-events: none;
}
.never span {
  max-width: calc(100% - 20px);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  padding: 0 4px;
  background: var(--sheet);
  pointer-events: auto;
}
.corner {
  position: absolute;
  width: 15px;
  height: 15px;
  font-size: 11px;
  line-height: 15px;
  text-align: center;
  color: var(--muted);
  background: var(--sheet);
}
.corner:hover,
.corner:focus-visible {
  color: var(--kelp);
}
</style>
