<script setup lang="ts">
import { z } from 'zod'
import { firstExamples } from '~~/core/code/examples'
import { forFrame, modulesFor } from '~~/core/code/showing'
import type { Problem } from '~~/core/problem'
import { axesOf, cellOf, combinations, spreadOver, type Axis, type Cell } from '~~/core/spread/axes'
import {
  amongAxes,
  cellsByText,
  combinationsFrom,
  sayCombination,
  withCombination,
  withoutCombination,
} from '~~/core/spread/combinations'
import { plainSurround, surroundToQuery } from '~~/core/surround'
import { examplesSchema, type ExampleView } from '~~/core/wire'

/** A component in many renderings at once: over axes of one's choice, or the fewest that show every pair. */
const { store, tag, standing, contract, face, css, themes } = useComponent('spread')
/** More would be more than anyone looks at, and than a page can hold. */
const most = 1500

const { say } = useSay()
const kept = ref<ExampleView[]>([])
const problems = ref<Problem[]>([])
async function load() {
  try {
    kept.value = await ask(examplesSchema, `/libraries/${store.slug}/components/${tag.value}/examples`)
  } catch (error) {
    problems.value = problemsOf(error)
  }
}
watch(
  tag,
  () => {
    if (standing.value) void load()
  },
  { immediate: true },
)

const axes = computed(() =>
  contract.value
    ? axesOf({
        contract: contract.value,
        face: face.value,
        themes: themes.value,
        examples:
          kept.value.length > 1
            ? kept.value
            : firstExamples(contract.value, store.title(tag.value), face.value, kept.value),
      })
    : [],
)
const axisById = (id: string) => axes.value.find((axis) => axis.id === id)
const firstProp = computed(() => axes.value.find((axis) => axis.id.startsWith('prop:'))?.id ?? 'content')

const rows = useAddressChoice('rows', '')
const columns = useAddressChoice('columns', 'state')
const sheets = useAddressChoice('sheets', 'theme')
const theme = useAddressChoice('theme', store.baseTheme)
const wide = useAddressChoice('cells', '280')
const set = useAddressChoice('set', '')
const over = useAddressChoice('over', '')
const strength = useAddressChoice('every', 'pair')
const out = useAddressChoice('out', '')
const must = useAddressChoice('must', '')
const rowsId = computed({
  get: () => rows.value || firstProp.value,
  set: (value) => {
    rows.value = value
  },
})
/**
 * What a sentence offers for one place: every axis that is in no other; those of a whole page only for
 * sheets.
 */
const offered = (mine: string, others: string[], whole: boolean) => [
  ...axes.value
    .filter((axis) => (axis.id === mine || !others.includes(axis.id)) && (whole || !axis.whole))
    .map((axis) => ({ value: axis.id, title: axis.title, note: plural(axis.values.length, 'value') })),
  { value: 'none', title: 'nothing' },
]
const chosen = computed(() => ({
  rows: axisById(rowsId.value),
  columns: axisById(columns.value),
  sheets: axisById(sheets.value),
}))
const surround = computed(() => plainSurround(theme.value, { padding: 12 }))
const renderings = computed(() =>
  combinations(
    [chosen.value.rows, chosen.value.columns, chosen.value.sheets].filter(
      (axis): axis is Axis => axis !== undefined,
    ),
  ),
)

/** The axes of the covering set: those that say most about the component, until somebody chooses. */
const usual = computed(() =>
  axes.value
    .filter(
      (axis) => axis.id.startsWith('prop:') || ['state', 'theme', 'content', 'direction'].includes(axis.id),
    )
    .map((axis) => axis.id),
)
const covered = computed<string[]>({
  get: () => (over.value ? over.value.split(' ').filter(axisById) : usual.value),
  set: (value) => {
    over.value = JSON.stringify(value) === JSON.stringify(usual.value) ? '' : value.join(' ')
  },
})
const coveredAxes = computed(() => axes.value.filter((axis) => covered.value.includes(axis.id)))
/** Combinations that must not, and that must, occur. */
const leftOut = computed(() => combinationsFrom(out.value, axes.value))
const wanted = computed(() => combinationsFrom(must.value, axes.value))
const forbidden = computed(() => amongAxes(leftOut.value, coveredAxes.value))
const required = computed(() => amongAxes(wanted.value, coveredAxes.value))
const covering = useCovering(
  computed(() =>
    coveredAxes.value.length
      ? {
          sizes: coveredAxes.value.map((coveredAxis) => coveredAxis.values.length),
          strength: strength.value === 'triple' ? (3 as const) : (2 as const),
          forbidden: forbidden.value,
          required: required.value,
        }
      : undefined,
  ),
)
const setCells = computed(() =>
  (covering.set.value?.rows ?? []).map((values) =>
    cellOf(coveredAxes.value, values, face.value, surround.value),
  ),
)

interface Shown {
  key: string
  title: string
  note: string
  columns: string[]
  rows: string[]
  cells: Cell[]
  captioned: boolean
  text: number
}
const room = ref(1200)
const columnWidth = computed(() =>
  Math.max(
    Number(wide.value) || 280,
    ...shownCells.value.map((shownCell) => (shownCell.surround.width ?? 0) + 26),
  ),
)
const spreadSheets = computed(() =>
  set.value || renderings.value > most ? [] : spreadOver(chosen.value, face.value, surround.value),
)
const shownCells = computed(() =>
  set.value
    ? setCells.value
    : spreadSheets.value.flatMap((spreadSheet) => spreadSheet.rows.flatMap((row) => row.cells)),
)
const shown = computed<Shown[]>(() => {
  if (set.value) {
    const columns = Math.max(1, Math.floor(room.value / columnWidth.value))
    return cellsByText(setCells.value).map(([text, cells]) => ({
      key: `set ${text}`,
      title: text === 100 ? 'Covering set' : `Text at ${text} %`,
      note: plural(cells.length, 'rendering'),
      columns: Array.from({ length: columns }, () => ''),
      rows: [],
      cells,
      captioned: true,
      text,
    }))
  }
  return spreadSheets.value.map((sheet, i) => {
    const cells = sheet.rows.flatMap((row) => row.cells)
    return {
      key: `sheet ${i}`,
      title: sheet.title || store.title(tag.value),
      note: plural(cells.length, 'rendering'),
      columns: sheet.columns,
      rows: sheet.rows.map((row) => row.title),
      cells,
      captioned: false,
      text: cells[0]?.surround.text ?? 100,
    }
  })
})
const contractOf = (other: string) => store.find(other)?.contract
const forCells = (shown: Shown) => {
  const modules = shown.cells
    .map((cell) => modulesFor(tag.value, cell.usage, store.moduleOf))
    .filter((list) => list !== undefined)
  const all = [...new Map(modules.flat().map((module) => [module.tag, module])).values()]
  // the module of the component itself comes first
  return all.length
    ? {
        tag: tag.value,
        modules: all,
        columns: shown.columns.length,
        width: columnWidth.value,
        least: 72,
        cells: shown.cells.map((cell) => ({
          id: cell.id,
          usage: forFrame(cell.usage, contractOf, tag.value),
          surround: cell.surround,
          ...(shown.captioned
            ? {
                caption:
                  `${cell.titles.join(' · ')}${onlyIn.value.get(cell.id) ? ` — only here: ${plural(onlyIn.value.get(cell.id)!, strength.value)}` : ''}`.slice(
                    0,
                    500,
                  ),
              }
            : {}),
        })),
      }
    : undefined
}
const sheetsShown = computed(() => shown.value.map((shown) => ({ ...shown, target: forCells(shown) })))
const laid = ref<Record<string, { rows: number[]; height: number; failed: string[] }>>({})
/**
 * Links come when the cells they lead from stand there: making hundreds of them must not hold the cells up.
 */
const linked = shallowRef<Record<string, Cell[]>>({})
const cornerOf = (shown: Shown, i: number) => {
  const row = Math.floor(i / shown.columns.length)
  const { rows: tops, height } = laid.value[shown.key] ?? { rows: [], height: 0 }
  return {
    left: `${((i % shown.columns.length) + 1) * columnWidth.value - 17}px`,
    top: `${(tops[row + 1] ?? height) - 17}px`,
  }
}
const benchLink = (cell: Cell) => ({
  path: `/${store.slug}/${tag.value}`,
  query: {
    show: JSON.stringify(cell.usage),
    ...surroundToQuery({ ...cell.surround, padding: 24 }, store.baseTheme),
  },
})

const keeping = ref(false)
/**
 * Keeps every rendering of the covering set as an example; those of a name that is taken are there already.
 */
async function keepAll() {
  keeping.value = true
  problems.value = []
  const have = new Set(kept.value.map((entry) => entry.name))
  let done = 0
  try {
    for (const cell of setCells.value) {
      const name = cell.titles.join(', ').slice(0, 120)
      if (have.has(name)) continue
      await ask(z.unknown(), `/libraries/${store.slug}/components/${tag.value}/examples`, {
        method: 'POST',
        body: { name, usage: cell.usage, surround: { ...cell.surround, padding: 24 } },
      })
      done++
    }
    say(`${plural(done, 'example')} saved.`)
  } catch (error) {
    problems.value = problemsOf(error)
  }
  await load()
  keeping.value = false
}

const ruleA = ref('')
const ruleB = ref('')
const ruleC = ref('')
const rule = ref<'never' | 'must'>('never')
const values = computed(() =>
  coveredAxes.value.flatMap((axis) =>
    axis.values.map((value, i) => ({ value: `${axis.id}=${i}`, title: `${axis.title}: ${value.title}` })),
  ),
)
const axisIn = (text: string) => text.slice(0, text.lastIndexOf('='))
function keepRule() {
  const together = [ruleA.value, ruleB.value, ruleC.value].filter(Boolean)
  if (together.length < 2 || new Set(together.map(axisIn)).size < together.length) return
  const [to, from] = rule.value === 'never' ? [out, must] : [must, out]
  to.value = withCombination(to.value, together)
  // the same cannot be both
  from.value = withoutCombination(from.value, together.join('&'))
  ruleA.value = ruleB.value = ruleC.value = ''
}
/** How many pairs or triples each rendering of the covering set is the only one to show. */
const onlyIn = computed(
  () => new Map(setCells.value.map((cell, i) => [cell.id, covering.set.value?.only[i] ?? 0])),
)
const popover = useTemplateRef<{ toggle: (event: Event) => void }>('popover')
const box = useTemplateRef<HTMLElement>('box')
let watching: ResizeObserver | undefined
onMounted(() => {
  watching = new ResizeObserver(([entry]) => {
    if (entry) room.value = entry.contentRect.width
  })
  if (box.value) watching.observe(box.value)
})
onUnmounted(() => watching?.disconnect())
useKeys([
  {
    keys: 'v',
    does: 'the covering set, or the spread again',
    run: () => {
      set.value = set.value ? '' : 'yes'
    },
  },
])
</script>

<template>
  <main v-if="standing && contract" class="spread">
    <ComponentHead :standing view="spread" />
    <p v-if="!set" class="sentence line">
      Rows by <Choice v-model="rowsId" label="Rows" :options="offered(rowsId, [columns, sheets], false)" />,
      columns by
      <Choice v-model="columns" label="Columns" :options="offered(columns, [rowsId, sheets], false)" />,
      <template v-if="chosen.sheets">one sheet for each </template><template v-else>sheets by </template
      ><Choice v-model="sheets" label="Sheets" :options="offered(sheets, [rowsId, columns], true)" />; cells
      <Choice
        v-model="wide"
        label="Width of cells"
        :options="['160', '200', '280', '390', '600'].map((value) => ({ value, title: value }))"
      />
      wide<template v-if="[rowsId, columns, sheets].every((axis) => axis !== 'theme')"
        >, in
        <Choice
          v-model="theme"
          label="Theme"
          :options="themes.map((theme) => ({ value: theme.name, title: theme.title }))" /></template
      >.
    </p>
    <p v-else class="sentence line">
      The fewest renderings in which every {{ strength }} of values occurs; cells
      <Choice
        v-model="wide"
        label="Width of cells"
        :options="['160', '200', '280', '390', '600'].map((value) => ({ value, title: value }))"
      />
      wide. <button type="button" class="link small" @click="set = ''">Back to the spread</button>
    </p>
    <ProblemList :problems />
    <div ref="box" class="sheets">
      <p v-if="!set && renderings > most" class="muted" role="status">
        That takes {{ renderings.toLocaleString('en-GB') }} renderings, more than can be looked at. Take an
        axis out of the sentence, or look at the covering set below.
      </p>
      <section v-for="sheet in sheetsShown" :key="sheet.key" :aria-label="sheet.title">
        <h2>
          {{ sheet.title }}
          <span class="small muted"
            >{{ sheet.note
            }}<template v-if="laid[sheet.key]?.failed.length"
              >, <b class="bad">{{ plural(laid[sheet.key]!.failed.length, 'fails', 'fail') }}</b></template
            ></span
          >
        </h2>
        <p v-if="!sheet.target" class="muted">
          There is no rendering: {{ standing.rendering.problems[0]?.what ?? 'it was never built.' }}
        </p>
        <div v-else class="grid" :class="{ flows: !sheet.rows.length }">
          <div
            v-if="sheet.columns.some(Boolean)"
            class="columns code"
            :style="{ gridTemplateColumns: `repeat(${sheet.columns.length}, ${columnWidth}px)` }"
          >
            <span v-for="(title, i) in sheet.columns" :key="i">{{ title }}</span>
          </div>
          <div class="body">
            <div v-if="sheet.rows.some(Boolean)" class="rows code">
              <span
                v-for="(title, i) in sheet.rows"
                :key="i"
                :style="{
                  top: `${laid[sheet.key]?.rows[i] ?? 0}px`,
                  height: `${(laid[sheet.key]?.rows[i + 1] ?? laid[sheet.key]?.height ?? 0) - (laid[sheet.key]?.rows[i] ?? 0)}px`,
                }"
                >{{ title }}</span
              >
            </div>
            <div class="cells">
              <SheetFrame
                :cells="sheet.target"
                :css
                :preview="store.library!.preview"
                :text="sheet.text"
                :title="`${sheet.title}, ${sheet.note}`"
                @laid="laid = { ...laid, [sheet.key]: $event }"
                @painted="linked = { ...linked, [sheet.key]: sheet.cells }"
              />
              <NuxtLink
                v-for="(cell, i) in linked[sheet.key] === sheet.cells ? sheet.cells : []"
                :key="cell.id"
                class="corner"
                :style="cornerOf(sheet, i)"
                :to="benchLink(cell)"
                :aria-label="`${cell.titles.join(', ')}, on the bench`"
                title="On the bench"
                >↗</NuxtLink
              >
            </div>
          </div>
        </div>
      </section>
    </div>
    <aside class="foot" aria-label="Covering set">
      <div>
        <p class="sentence">
          Every
          <Choice
            v-model="strength"
            label="Strength"
            :options="[
              { value: 'pair', title: 'pair' },
              { value: 'triple', title: 'triple' },
            ]"
          />
          of values of
          <Choices
            v-model="covered"
            label="Axes covered"
            :options="
              axes.map((axis) => ({
                value: axis.id,
                title: axis.title,
                note: plural(axis.values.length, 'value'),
              }))
            "
            none="nothing yet"
          />.
        </p>
        <p class="small muted">
          Never:
          <template v-for="(rule, i) in leftOut" :key="rule.text"
            ><template v-if="i">; </template>{{ sayCombination(rule) }}
            <button
              type="button"
              class="link"
              :aria-label="`Do not leave out ${rule.text}`"
              @click="out = withoutCombination(out, rule.text)"
            >
              ×
            </button></template
          ><template v-if="!leftOut.length">nothing</template>. Always:
          <template v-for="(rule, i) in wanted" :key="rule.text"
            ><template v-if="i">; </template>{{ sayCombination(rule) }}
            <button
              type="button"
              class="link"
              :aria-label="`Do not ask for ${rule.text}`"
              @click="must = withoutCombination(must, rule.text)"
            >
              ×
            </button></template
          ><template v-if="!wanted.length">nothing more</template>.
          <button type="button" class="link" @click="popover?.toggle($event)">Add</button>
        </p>
        <Popover ref="popover" aria-label="A combination that must not, or must, occur">
          <div class="leave">
            <p class="sentence">
              <Choice
                v-model="rule"
                label="Never or always"
                :options="[
                  { value: 'never', title: 'Never' },
                  { value: 'must', title: 'Always' },
                ]"
              />{{ ' ' }}
              <Choice
                v-model="ruleA"
                label="One value"
                :options="[{ value: '', title: 'something' }, ...values]"
              />
              with
              <Choice
                v-model="ruleB"
                label="Another value"
                :options="[
                  { value: '', title: 'something else' },
                  ...values.filter((value) => axisIn(value.value) !== axisIn(ruleA)),
                ]"
              /><template v-if="ruleA && ruleB">
                and
                <Choice
                  v-model="ruleC"
                  label="A third value"
                  :options="[
                    { value: '', title: 'anything' },
                    ...values.filter((value) => ![ruleA, ruleB].map(axisIn).includes(axisIn(value.value))),
                  ]" /></template
              >.
            </p>
            <button type="button" class="act" :disabled="!ruleA || !ruleB" @click="keepRule">
              {{ rule === 'never' ? 'Leave it out' : 'Ask for it' }}
            </button>
          </div>
        </Popover>
      </div>
      <div role="status">
        <template v-if="covering.set.value">
          <p>
            <span class="large">{{ covering.set.value.rows.length }}</span>{{ ' ' }}
            <span class="sentence"
              >of {{ combinations(coveredAxes).toLocaleString('en-GB') }} renderings cover all
              {{ covering.set.value.covered.toLocaleString('en-GB') }} {{ strength }}s</span
            >
          </p>
          <p class="small muted">
            No fewer than {{ covering.set.value.lower }} can<template v-if="covering.set.value.impossible"
              >; {{ covering.set.value.impossible }} {{ strength }}s cannot occur</template
            >.<template v-if="covering.busy.value">
              Looking for fewer …
              <button type="button" class="link" @click="covering.stop">Enough</button></template
            >
          </p>
        </template>
        <p v-else-if="covering.busy.value" class="muted">Working it out …</p>
        <p v-else class="muted">Choose what it should cover.</p>
      </div>
      <div class="acts">
        <button v-if="!set" type="button" class="act main" :disabled="!setCells.length" @click="set = 'yes'">
          Show the {{ count(setCells.length) }}
        </button>
        <template v-else
          ><button
            v-if="store.may.write"
            type="button"
            class="act main"
            :disabled="keeping || !setCells.length"
            @click="keepAll"
          >
            {{ keeping ? 'Saving …' : 'Save as examples' }}</button
          ><button type="button" class="act" @click="set = ''">Show the spread</button></template
        >
      </div>
    </aside>
  </main>
  <main v-else class="lost">
    <h1>Not on this shelf</h1>
    <p>
      There is no component {{ tag }} in {{ store.library?.title }}.
      <NuxtLink class="link" :to="`/${store.slug}`">To the shelf</NuxtLink>
    </p>
  </main>
</template>

<style scoped>
.spread {
  min-height: calc(100vh - 44px);
  display: flex;
  flex-direction: column;
}
.line {
  padding: 12px 24px 4px;
}
.sheets {
  flex: 1;
  padding: 4px 24px 120px;
  overflow-x: auto;
}
section h2 {
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
.foot {
  position: sticky;
  bottom: 0;
  background: var(--sheet);
  border-top: 1px solid var(--ink);
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr) auto;
  z-index: 2;
}
.foot > div {
  padding: 12px 24px;
  min-width: 0;
}
.foot > div + div {
  border-left: 1px solid var(--rule);
}
.large {
  font: 400 28px/32px var(--name);
}
.acts {
  display: flex;
  align-items: center;
  gap: 10px;
}
.leave {
  padding: 12px;
  display: grid;
  gap: 10px;
  justify-items: start;
}
.lost {
  padding: 40px 24px;
  display: grid;
  gap: 12px;
}
@media (max-width: 800px) {
  .foot {
    grid-template-columns: 1fr;
  }
  .foot > div + div {
    border-left: 0;
    border-top: 1px solid var(--rule-soft);
  }
}
</style>
