<script setup lang="ts">
import { firstExamples } from '~~/core/code/examples'
import { lostIn, mended, sayLost } from '~~/core/code/mend'
import type { Usage } from '~~/core/code/usage'
import type { Contract } from '~~/core/contract/contract'
import { plainSurround, type Surround } from '~~/core/surround'
import type { ExampleChange, ExampleView } from '~~/core/wire'

/** Which example is shown, whether it was changed, and what can be done with it. */
const { contract, start, way } = defineProps<{
  contract: Contract
  start: Usage
  way: ReturnType<typeof useWay>
}>()
const usage = defineModel<Usage>('usage', { required: true })
const surround = defineModel<Surround>('surround', { required: true })
const store = useLibrary()
const route = useRoute()
const { saved, face, problems, ready, add, change, remove } = useExamples(computed(() => contract.tag))
const chosen = useAddressChoice('example', '')
/** A link may name an example and say nothing else of what is shown. */
const isNamedAlone = chosen.value !== '' && route.query.show === undefined
const isLoaded = ref(false)
void ready.then(() => {
  isLoaded.value = true
  if (isNamedAlone) asItWas()
  else way.begin()
})
/** A link may name an example that is the face by now: the shelf’s own option stands for that. */
const picked = computed(() => (chosen.value === face.value?.id ? '' : chosen.value))

const made = computed(() => firstExamples(contract, store.title(contract.tag), start, saved.value))
const madeChosen = computed(() => made.value.find(({ name }) => `made:${name}` === chosen.value))
const current = computed(() =>
  chosen.value === '' ? face.value : saved.value.find((example) => example.id === chosen.value),
)
const options = computed(() => [
  face.value
    ? { value: '', title: face.value.name, note: note('on the shelf', face.value.starter && 'starter') }
    : { value: '', title: 'as on the shelf' },
  ...others.value.map(({ id, name, starter }) => ({
    value: id,
    title: name,
    ...(starter ? { note: 'starter' } : {}),
  })),
  ...made.value.map(({ name }) => ({ value: `made:${name}`, title: name, note: 'made by us' })),
  ...(isGone.value ? [{ value: chosen.value, title: 'one that is no more' }] : []),
])
const isGone = computed(() => isLoaded.value && chosen.value !== '' && !current.value && !madeChosen.value)
const note = (...pieces: (string | false)[]) => pieces.filter(Boolean).join(', ')
const others = computed(() => saved.value.filter((example) => !example.face))
const place = computed(() => others.value.findIndex((example) => example.id === current.value?.id))
/** What is saved, or made by us, under the chosen name. */
const stored = computed<Pick<ExampleView, 'usage' | 'surround' | 'acts'>>(
  () => current.value ?? { usage: madeChosen.value?.usage ?? start, surround: null, acts: [] },
)
watch(() => stored.value.acts, way.keepTo, { immediate: true, flush: 'sync' })
const isSame = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)
const isChanged = computed(
  () =>
    !isSame(usage.value, stored.value.usage) ||
    way.isChanged.value ||
    (stored.value.surround !== null && !isSame(surround.value, stored.value.surround)),
)
const isPlain = computed(() => isSame(surround.value, plainSurround(store.baseTheme)))
function show(value: string) {
  chosen.value = value
  void nextTick(asItWas)
}
function asItWas() {
  usage.value = stored.value.usage
  if (stored.value.surround) surround.value = stored.value.surround
  way.asStored()
}

const popover = useTemplateRef<{ toggle: (event: Event) => void; hide: () => void }>('popover')
const isNew = ref(false)
const name = ref('')
const notes = ref('')
function open(event: Event, asNew: boolean) {
  isNew.value = asNew
  problems.value = []
  name.value = asNew ? (madeChosen.value?.name ?? '') : (current.value?.name ?? '')
  notes.value = asNew ? '' : (current.value?.notes ?? '')
  popover.value?.toggle(event)
}
async function saveNew(isFace: boolean) {
  const id = await add({
    name: name.value,
    usage: usage.value,
    acts: way.acts.value,
    notes: notes.value,
    face: isFace,
    ...(isPlain.value ? {} : { surround: surround.value }),
  })
  if (id === undefined) return
  chosen.value = isFace ? '' : id
  way.settle()
  popover.value?.hide()
}
async function changeCurrent(what: ExampleChange, told: string): Promise<boolean> {
  if (!current.value || !(await change(current.value, what, told))) return false
  if (what.face) chosen.value = ''
  popover.value?.hide()
  return true
}
const save = ({ face: isFace }: { face: boolean }) =>
  isNew.value
    ? saveNew(isFace)
    : changeCurrent({ name: name.value, notes: notes.value }, `“${name.value}” is saved.`)
async function saveChange() {
  const went = await changeCurrent(
    {
      usage: usage.value,
      acts: way.acts.value,
      ...(isPlain.value && !current.value?.surround ? {} : { surround: surround.value }),
    },
    `“${current.value?.name}” shows this now.`,
  )
  if (went) way.settle()
}
const move = (by: number) =>
  changeCurrent(
    { place: place.value + by },
    `“${current.value?.name}” stands ${by < 0 ? 'earlier' : 'later'}.`,
  )
async function removeCurrent() {
  if (!current.value || !(await remove(current.value))) return
  chosen.value = ''
  popover.value?.hide()
}
async function duplicate() {
  if (!current.value) return
  const id = await add(copyOf(current.value, `${current.value.name}, again`))
  if (id === undefined) return
  chosen.value = id
  popover.value?.hide()
}
const lost = computed(() => lostIn(contract, usage.value))
</script>

<template>
  <div class="examples">
    <p class="sentence">
      Example <Choice :model-value="picked" label="Example" :options @update:model-value="show" /><template
        v-if="isChanged"
        >, changed</template
      >.
      <template v-if="store.may.write">
        <button v-if="isChanged && current" type="button" class="link small" @click="saveChange">
          Save the change
        </button>
        <button type="button" class="link small" @click="open($event, true)">Save as new</button>
        <button v-if="current" type="button" class="link small" @click="open($event, false)">Edit</button>
      </template>
      <button v-if="isChanged" type="button" class="link small" @click="asItWas">Discard</button>
      <span v-if="current?.notes" class="small muted notes">{{ current.notes }}</span>
    </p>
    <WayThere :way />
    <p v-for="problem in lost" :key="problem.what + problem.kind + problem.name" class="small bad">
      {{ sayLost(problem, usage) }}
      <button
        v-if="problem.now !== undefined"
        type="button"
        class="act"
        @click="usage = mended(usage, problem, problem.now)"
      >
        Use {{ problem.now || 'default' }} instead</button
      >{{ ' ' }}
      <button type="button" class="act" @click="usage = mended(usage, problem)">Remove it</button>
    </p>
    <Popup ref="popover" label="The example">
      <ExampleForm
        v-model:name="name"
        v-model:notes="notes"
        :example="isNew ? undefined : current"
        :first="place <= 0"
        :last="place < 0 || place === others.length - 1"
        :problems
        @save="save"
        @change="changeCurrent"
        @move="move"
        @remove="removeCurrent"
        @duplicate="duplicate"
      />
    </Popup>
  </div>
</template>

<style scoped>
.examples {
  padding: 6px 20px;
  border-bottom: 1px solid var(--rule-soft);
}
.sentence .link {
  margin-left: 8px;
  font-family: var(--ui);
}
.notes {
  margin-left: 12px;
  font-family: var(--ui);
}
.act {
  padding: 0 8px;
  margin-left: 6px;
}
</style>
