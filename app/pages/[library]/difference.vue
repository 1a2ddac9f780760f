<script setup lang="ts">
import { weights, type Weight } from '~~/core/contract/weight'
import { differenceSchema, nothingSchema } from '~~/core/wire'

/**
 * What differs between any two versions, or a version and the shelf, rule by rule, and what each rule
 * counts as.
 */
const store = useLibrary()
useHead({ title: () => `Difference · ${store.library?.title} · Kept Shelf` })
const from = useAddressChoice('from', '')
const to = useAddressChoice('to', '')
const weight = useAddressChoice('weight', 'any')
const rule = useAddressChoice('rule', 'any')
const find = useAddressChoice('find', '')
const address = () => {
  const query = new URLSearchParams({
    ...(from.value ? { from: from.value } : {}),
    ...(to.value ? { to: to.value } : {}),
  })
  return `/libraries/${store.slug}/difference?${query}`
}
const {
  answer: view,
  problems,
  load,
} = useAnswer(differenceSchema, address, [() => store.releaseStamp, () => store.library?.revision?.number])

const { base, bases } = useVersionChoice(
  () => view.value?.versions,
  () => view.value?.from,
  from,
)
const ends = computed(() => [{ value: '', title: 'the shelf', note: 'as it is now' }, ...bases.value])
const changes = computed(() => view.value?.changes ?? [])
const weightChoices = computed(() => [
  { value: 'any', title: 'everything', note: String(changes.value.length) },
  ...weights.map((value) => ({
    value,
    title: `what is ${value === 'none' ? 'of no weight' : weightTitles[value]}`,
    note: String(changes.value.filter((change) => change.weight === value).length),
  })),
])
const weightTitles: Record<Weight, string> = {
  breaking: 'breaking',
  additive: 'additive',
  mend: 'a mend',
  none: 'of no weight',
}
const rules = computed(() => [
  { value: 'any', title: 'any rule' },
  ...(view.value?.rules ?? [])
    .map(({ name, title }) => ({
      value: name,
      title: `“${title}”`,
      count: changes.value.filter((change) => change.rule === name).length,
    }))
    .filter(
      ({ value, count: many }) => many > 0 || value === rule.value || value in (view.value?.weighing ?? {}),
    )
    .map(({ count: many, ...choice }) => ({ ...choice, note: String(many) })),
])
const shown = computed(() => {
  const words = find.value.toLowerCase().split(/\s+/).filter(Boolean)
  return changes.value.filter(
    (change) =>
      (weight.value === 'any' || change.weight === weight.value) &&
      (rule.value === 'any' || change.rule === rule.value) &&
      words.every((word) =>
        [change.says, change.tag && store.title(change.tag), change.tag, change.before, change.now]
          .join(' ')
          .toLowerCase()
          .includes(word),
      ),
  )
})
const counted = computed(() => {
  const { total = 0 } = view.value ?? {}
  if (total === 0) return 'Nothing differs.'
  if (shown.value.length === 0) return `Nothing of that kind among ${plural(total, 'difference')}.`
  const many = shown.value.length === total ? '' : `${count(shown.value.length)} of `
  const looked = total > changes.value.length ? `, of which the first ${changes.value.length} are here` : ''
  return `${capital(`${many}${plural(total, 'difference')}`)}${looked}.`
})
const chosenRule = computed(() => view.value?.rules.find(({ name }) => name === rule.value))
const counts = [
  { value: '', title: 'what the rule says itself' },
  ...weights.map((value) => ({ value, title: weightTitles[value] })),
]
const countedAs = computed({
  get: () => view.value?.weighing[rule.value] ?? '',
  set: (value) => void weigh(value),
})
async function weigh(value: string) {
  try {
    await ask(nothingSchema, `/libraries/${store.slug}/releases/rules`, {
      method: 'PUT',
      body: { rule: rule.value, weight: value === '' ? null : value },
    })
    await load()
  } catch (error) {
    problems.value = problemsOf(error)
  }
}
</script>

<template>
  <main class="difference">
    <h1>Difference</h1>
    <ProblemList :problems />
    <button v-if="!view && problems.length" type="button" class="act" @click="((from = ''), (to = ''))">
      Compare the shelf with the latest
    </button>
    <p v-if="!view && !problems.length" class="sentence muted" role="status">Working out what differs …</p>
    <p v-else-if="view && !view.from" class="muted">
      Nothing is published yet: there is no version to compare with.
      <NuxtLink class="link" :to="`/${store.slug}/release`">To the release desk</NuxtLink>
    </p>
    <template v-else-if="view">
      <p class="sentence">
        From <Choice v-model="base" label="From which version" :options="bases" /> to
        <Choice v-model="to" label="To which version" :options="ends" />: shown is
        <Choice v-model="weight" label="Shown is" :options="weightChoices" /> by
        <Choice v-model="rule" label="Rule" :options="rules" />.
        <template v-if="view.sizes"
          >Packed it was {{ bytes(view.sizes.before) }}, and is {{ bytes(view.sizes.now) }}.</template
        >
      </p>
      <PackedElsewhere :versions="view.packedElsewhere" />
      <p v-if="chosenRule" class="sentence">
        {{ chosenRule.title }}: in this library that counts as
        <Choice v-if="store.may.keep" v-model="countedAs" label="Counts as" :options="counts" /><b v-else>{{
          counts.find(({ value }) => value === countedAs)!.title
        }}</b
        >.
      </p>
      <input
        v-model="find"
        class="field plain"
        type="search"
        aria-label="Find among the differences"
        placeholder="Find a component, a member, a value"
        autocomplete="off"
      />
      <p class="small muted" role="status">{{ counted }}</p>
      <DifferenceList :difference="view" :changes="shown" :most="30" />
    </template>
  </main>
</template>

<style scoped>
.difference {
  padding: 20px 24px 48px;
  max-width: 1100px;
}
.sentence {
  padding: 4px 0;
}
.field {
  margin-bottom: 6px;
}
</style>
