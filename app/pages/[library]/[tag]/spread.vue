<script setup lang="ts">
import { z } from 'zod'
import { firstExamples } from '~~/core/code/examples'
import type { Problem } from '~~/core/problem'
import { axesOf, combinations, type Axis, type Cell } from '~~/core/spread/axes'
import { ruledOutAmong } from '~~/core/spread/ruled-out'
import { disagreeing } from '~~/core/spread/disagreeing'
import { amongAxes, combinationsFrom } from '~~/core/spread/combinations'
import {
  cellsOfSet,
  columnWidthOf,
  forSheet,
  nameOfCell,
  sheetsOfSet,
  sheetsOfSpread,
  usuallyCovered,
  type SheetShown,
} from '~~/core/spread/shown'
import { plainSurround } from '~~/core/surround'
import { ruledOut, sayNever } from '~~/core/variants/combination'

/** A component in many renderings at once: over axes of one's choice, or the fewest that show every pair. */
const { store, tag, standing, contract, face, themes } = useComponent('spread')
/** More would be more than anyone looks at, and than a page can hold. */
const most = 1500
const { say } = useSay()
const { saved, problems: exampleProblems, load } = useExamples(tag)
const together = useCombinations(tag)
const { arrangementOf } = useWords(tag)

const axes = computed(() =>
  contract.value
    ? axesOf({
        languages: store.library?.languages ?? [],
        contract: contract.value,
        face: face.value,
        themes: themes.value,
        examples:
          saved.value.length > 1
            ? saved.value
            : firstExamples(contract.value, store.title(tag.value), face.value, saved.value),
        named: together.named.value,
        arrangementOf,
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
const isSetShown = computed({
  get: () => set.value !== '',
  set: (isShown) => {
    set.value = isShown ? 'yes' : ''
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
  combinations(Object.values(chosen.value).filter((axis): axis is Axis => axis !== undefined)),
)

const usual = computed(() => usuallyCovered(axes.value))
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
const forbidden = computed(() => [
  ...amongAxes(leftOut.value, coveredAxes.value),
  ...disagreeing(coveredAxes.value, face.value),
  ...(contract.value
    ? ruledOutAmong(contract.value, coveredAxes.value, face.value, together.never.value)
    : []),
])
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
  cellsOfSet(covering.set.value?.rows ?? [], coveredAxes.value, face.value, surround.value),
)
/** How many pairs or triples each rendering of the covering set is the only one to show. */
const onlyIn = computed(
  () => new Map(setCells.value.map((cell, i) => [cell.id, covering.set.value?.only[i] ?? 0])),
)
const captionOf = (cell: Cell): string => {
  const only = onlyIn.value.get(cell.id)
  return `${cell.titles.join(' · ')}${only ? ` — only here: ${plural(only, strength.value)}` : ''}`
}

/** Why a rendering must not be used, if so. */
const whyNot = (cell: Cell): string | undefined => {
  const [combination] = contract.value ? ruledOut(contract.value, cell.usage, together.never.value) : []
  return combination && sayNever(combination)
}

const room = ref(1200)
const spreadSheets = computed(() =>
  isSetShown.value || renderings.value > most
    ? []
    : sheetsOfSpread(chosen.value, face.value, surround.value, store.title(tag.value)),
)
const columnWidth = computed(() =>
  columnWidthOf(
    isSetShown.value ? setCells.value : spreadSheets.value.flatMap((sheet) => sheet.cells),
    Number(wide.value) || 280,
  ),
)
const sheetsShown = computed<SheetShown[]>(() =>
  isSetShown.value
    ? sheetsOfSet(setCells.value, Math.floor(room.value / columnWidth.value))
    : spreadSheets.value,
)
const withTargets = computed(() =>
  sheetsShown.value.map((sheet) => ({
    sheet,
    target: forSheet(sheet, {
      tag: tag.value,
      width: columnWidth.value,
      contractOf: (other) => store.find(other)?.contract,
      moduleOf: store.moduleOf,
      captionOf,
    }),
  })),
)

const isSaving = ref(false)
const problems = ref<Problem[]>([])
/**
 * Saves every rendering of the covering set as an example; those of a name that is taken are there already.
 */
async function saveAll() {
  isSaving.value = true
  problems.value = []
  const have = new Set(saved.value.map(({ name }) => name))
  const fresh = setCells.value.filter((cell) => !have.has(nameOfCell(cell)))
  let done = 0
  try {
    for (const cell of fresh) {
      await ask(z.unknown(), `/libraries/${store.slug}/components/${tag.value}/examples`, {
        method: 'POST',
        body: { name: nameOfCell(cell), usage: cell.usage, surround: { ...cell.surround, padding: 24 } },
      })
      done++
    }
    say(`${plural(done, 'example')} saved.`)
  } catch (error) {
    problems.value = problemsOf(error)
  }
  await load()
  isSaving.value = false
}

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
      isSetShown.value = !isSetShown.value
    },
  },
])
</script>

<template>
  <main v-if="standing && contract" class="spread">
    <ComponentHead :standing view="spread" />
    <p v-if="!isSetShown" class="sentence line">
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
        >, in <Choice v-model="theme" label="Theme" :options="store.themeChoices" /></template
      >.
    </p>
    <p v-else class="sentence line">
      The fewest renderings in which every {{ strength }} of values occurs; cells
      <Choice
        v-model="wide"
        label="Width of cells"
        :options="['160', '200', '280', '390', '600'].map((value) => ({ value, title: value }))"
      />
      wide.
      <button type="button" class="link small" @click="isSetShown = false">Back to the spread</button>
    </p>
    <ProblemList :problems="[...exampleProblems, ...problems, ...together.problems.value]" />
    <div ref="box" class="sheets">
      <p v-if="!isSetShown && renderings > most" class="muted" role="status">
        That takes {{ renderings.toLocaleString('en-GB') }} renderings, more than can be looked at. Take an
        axis out of the sentence, or look at the covering set below.
      </p>
      <SpreadSheet
        v-for="{ sheet, target } in withTargets"
        :key="sheet.key"
        :sheet
        :target
        :width="columnWidth"
        :tag
        :why-not
      />
    </div>
    <CoveringPanel
      v-model:covered="covered"
      v-model:strength="strength"
      v-model:out="out"
      v-model:must="must"
      v-model:shown="isSetShown"
      :axes
      :covered-axes="coveredAxes"
      :left-out="leftOut"
      :wanted
      :never="together.never.value"
      :covering
      :tag
      :is-saving="isSaving"
      @save="saveAll"
    />
  </main>
  <NotOnShelf v-else :tag />
</template>

<style scoped>
.spread {
  min-height: calc(100vh - var(--above, 44px));
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
</style>
