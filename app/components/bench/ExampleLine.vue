<script setup lang="ts">
import { z } from 'zod'
import { lostIn, mended } from '~~/core/code/mend'
import { firstExamples } from '~~/core/code/examples'
import type { Usage } from '~~/core/code/usage'
import type { Contract } from '~~/core/contract/contract'
import type { Problem } from '~~/core/problem'
import { plainSurround, type Surround } from '~~/core/surround'
import { examplesSchema, type ExampleChange, type ExampleView } from '~~/core/wire'

/** Which example is shown, whether it was changed, and what can be done with it. */
const { contract, start } = defineProps<{ contract: Contract; start: Usage }>()
const usage = defineModel<Usage>('usage', { required: true })
const surround = defineModel<Surround>('surround', { required: true })
const store = useLibrary()
const { say } = useSay()
const { wordsStamp } = storeToRefs(store)
const kept = ref<ExampleView[]>([])
const problems = ref<Problem[]>([])
const chosen = useAddressChoice('example', '')
const base = computed(() => `/libraries/${store.slug}/components/${contract.tag}/examples`)

const route = useRoute()
/** A link may name an example and say nothing else of what is shown. */
let toShow = chosen.value !== '' && route.query.show === undefined
async function load() {
  try {
    kept.value = await ask(examplesSchema, base.value)
    if (toShow) asItWas()
    toShow = false
  } catch (error) {
    problems.value = problemsOf(error)
  }
}
watch([() => contract.tag, wordsStamp], load, { immediate: true })
const made = computed(() => firstExamples(contract, store.title(contract.tag), start, kept.value))
const shelf = computed(() => kept.value.find((entry) => entry.face))
const current = computed(
  () =>
    kept.value.find((entry) => entry.id === chosen.value) ?? (chosen.value === '' ? shelf.value : undefined),
)
const options = computed(() => [
  { value: '', title: 'as on the shelf', ...(shelf.value ? { note: shelf.value.name } : {}) },
  ...kept.value
    .filter((entry) => !entry.face)
    .map((entry) => ({ value: entry.id, title: entry.name, ...(entry.starter ? { note: 'starter' } : {}) })),
  ...made.value.map((madeExample) => ({
    value: `made:${madeExample.name}`,
    title: madeExample.name,
    note: 'made by us',
  })),
])
/** What is kept, or made by us, under the chosen name. */
const stored = computed<{ usage: Usage; surround: Surround | null }>(
  () =>
    current.value ?? {
      usage: made.value.find((madeExample) => `made:${madeExample.name}` === chosen.value)?.usage ?? start,
      surround: null,
    },
)
const changed = computed(
  () =>
    JSON.stringify(usage.value) !== JSON.stringify(stored.value.usage) ||
    (stored.value.surround !== null &&
      JSON.stringify(surround.value) !== JSON.stringify(stored.value.surround)),
)
function show(value: string) {
  chosen.value = value
  void nextTick(asItWas)
}
function asItWas() {
  usage.value = stored.value.usage
  if (stored.value.surround) surround.value = stored.value.surround
}

const popover = useTemplateRef<{ toggle: (event: Event) => void; hide: () => void }>('popover')
const nameField = useTemplateRef<HTMLInputElement>('nameField')
const naming = ref(false)
const name = ref('')
const notes = ref('')
function begin(event: Event, asNew: boolean) {
  naming.value = asNew
  problems.value = []
  name.value = asNew
    ? chosen.value.startsWith('made:')
      ? chosen.value.slice(5)
      : ''
    : (current.value?.name ?? '')
  notes.value = asNew ? '' : (current.value?.notes ?? '')
  popover.value?.toggle(event)
}
async function attempt(work: () => Promise<void>) {
  problems.value = []
  try {
    await work()
    popover.value?.hide()
    await load()
  } catch (error) {
    problems.value = problemsOf(error)
  }
}
const isPlain = computed(
  () => JSON.stringify(surround.value) === JSON.stringify(plainSurround(store.baseTheme)),
)
const keep = (as: string, more: { usage: Usage; surround?: Surround | undefined; notes?: string }) =>
  attempt(async () => {
    const { id } = await ask(z.object({ id: z.string() }), base.value, {
      method: 'POST',
      body: { name: as, ...more },
    })
    chosen.value = id
    say(`“${as}” is kept.`)
  })
const submit = () =>
  naming.value
    ? keep(name.value, {
        usage: usage.value,
        notes: notes.value,
        ...(isPlain.value ? {} : { surround: surround.value }),
      })
    : current.value &&
      change(current.value, { name: name.value, notes: notes.value }, `“${name.value}” is changed.`)
/** Changes an example, and offers to take that back. */
function change(exampleView: ExampleView, what: ExampleChange, told: string) {
  const before = Object.fromEntries(
    Object.keys(what)
      .filter((key) => key in exampleView && key !== 'face')
      .map((key) => [key, exampleView[key as keyof ExampleView]]),
  ) as ExampleChange
  const send = (body: ExampleChange) =>
    ask(z.unknown(), `${base.value}/${exampleView.id}`, { method: 'PATCH', body })
  return attempt(async () => {
    await send(what)
    say(
      told,
      Object.keys(before).length
        ? {
            title: 'Take it back',
            run: () =>
              void attempt(async () => {
                await send(before)
              }),
          }
        : undefined,
    )
  })
}
const letGo = (exampleView: ExampleView) =>
  attempt(async () => {
    await ask(z.unknown(), `${base.value}/${exampleView.id}`, { method: 'DELETE' })
    chosen.value = ''
    say(`“${exampleView.name}” is let go.`, {
      title: 'Keep it again',
      run: () =>
        void keep(exampleView.name, {
          usage: exampleView.usage,
          notes: exampleView.notes,
          ...(exampleView.surround ? { surround: exampleView.surround } : {}),
        }),
    })
  })
const makeFace = (exampleView: ExampleView) => {
  const before = shelf.value
  return attempt(async () => {
    await ask(z.unknown(), `${base.value}/${exampleView.id}`, { method: 'PATCH', body: { face: true } })
    chosen.value = ''
    say(
      `The shelf shows “${exampleView.name}” now.`,
      before
        ? {
            title: 'Take it back',
            run: () =>
              void attempt(async () => {
                await ask(z.unknown(), `${base.value}/${before.id}`, {
                  method: 'PATCH',
                  body: { face: true },
                })
              }),
          }
        : undefined,
    )
  })
}
const place = computed(() =>
  kept.value.filter((entry) => !entry.face).findIndex((entry) => entry.id === current.value?.id),
)
const lost = computed(() => lostIn(contract, usage.value))
</script>

<template>
  <div class="examples">
    <p class="sentence">
      Example <Choice :model-value="chosen" label="Example" :options @update:model-value="show" /><template
        v-if="changed"
        >, changed</template
      >.
      <template v-if="store.may.write">
        <button
          v-if="changed && current"
          type="button"
          class="link small"
          @click="
            change(
              current,
              { usage, ...(isPlain && !current.surround ? {} : { surround }) },
              `“${current.name}” shows this now.`,
            )
          "
        >
          Keep the change
        </button>
        <button type="button" class="link small" @click="begin($event, true)">Keep as another</button>
        <button v-if="current" type="button" class="link small" @click="begin($event, false)">
          About it
        </button>
      </template>
      <button v-if="changed" type="button" class="link small" @click="asItWas">As it was</button>
      <span v-if="current?.notes" class="small muted notes">{{ current.notes }}</span>
    </p>
    <p v-for="problem in lost" :key="problem.kind + problem.name" class="small bad">
      It {{ problem.kind === 'prop' ? 'sets' : 'fills the slot' }}
      <code>{{ problem.name || 'default' }}</code>, which is no more.
      <button
        v-if="problem.now !== undefined"
        type="button"
        class="act"
        @click="usage = mended(usage, problem, problem.now)"
      >
        Use {{ problem.now || 'default' }} instead</button
      >{{ ' ' }}
      <button type="button" class="act" @click="usage = mended(usage, problem)">Leave it out</button>
    </p>
    <Popover ref="popover" aria-label="The example" @show="nextTick(() => nameField?.select())">
      <form class="about" @submit.prevent="submit">
        <label class="small"
          >Name <input ref="nameField" v-model="name" class="field" maxlength="120" required
        /></label>
        <label class="small"
          >Notes <textarea v-model="notes" class="field" rows="3" maxlength="5000" />
        </label>
        <ProblemList :problems />
        <p>
          <button class="act main">{{ naming ? 'Keep it' : 'Change it' }}</button>
        </p>
        <div v-if="!naming && current" class="small acts">
          <template v-if="!current.face">
            <button type="button" class="link" @click="makeFace(current)">Show it on the shelf</button>
            <button
              type="button"
              class="link"
              @click="
                change(
                  current,
                  { starter: !current.starter },
                  current.starter
                    ? `“${current.name}” is no longer offered to begin with.`
                    : `“${current.name}” is offered to begin with.`,
                )
              "
            >
              {{ current.starter ? 'Offer it no longer as a starter' : 'Offer it as a starter' }}
            </button>
            <button
              v-if="place > 0"
              type="button"
              class="link"
              @click="change(current, { place: place - 1 }, `“${current.name}” stands earlier.`)"
            >
              Earlier
            </button>
            <button
              v-if="place >= 0 && place < kept.filter((item) => !item.face).length - 1"
              type="button"
              class="link"
              @click="change(current, { place: place + 1 }, `“${current.name}” stands later.`)"
            >
              Later
            </button>
            <button type="button" class="link" @click="letGo(current)">Let it go</button>
          </template>
          <button
            type="button"
            class="link"
            @click="
              keep(`${current.name}, again`, {
                usage: current.usage,
                notes: current.notes,
                ...(current.surround ? { surround: current.surround } : {}),
              })
            "
          >
            Double it
          </button>
        </div>
      </form>
    </Popover>
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
.about {
  padding: 12px;
  display: grid;
  gap: 8px;
  width: 320px;
}
.about label {
  display: grid;
  gap: 2px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  border-top: 1px solid var(--rule-soft);
  padding-top: 8px;
}
.act {
  padding: 0 8px;
  margin-left: 6px;
}
.about .act {
  padding: 2px 12px;
  margin: 0;
}
</style>
