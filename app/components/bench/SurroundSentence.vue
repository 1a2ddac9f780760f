<script setup lang="ts">
import { membersOf, type Contract } from '~~/core/contract/contract'
import { statesToHold } from '~~/core/style/states-to-hold'
import { libraryScope, sayProvisions } from '~~/core/provisions'
import { sights, sightTitles } from '~~/core/contrast/vision'
import type { Surround } from '~~/core/surround'

/** What is around the component, and the states it is held in, as a sentence. */
const { contract } = defineProps<{ contract: Contract }>()
const surround = defineModel<Surround>({ required: true })
const store = useLibrary()
const { themes } = storeToRefs(store)
const providedWith = computed(() =>
  [
    ...new Set(
      (store.library?.provisions ?? [])
        .filter((provision) => provision.scope === libraryScope || provision.scope === contract.tag)
        .flatMap((provision) => sayProvisions(provision).split(', ')),
    ),
  ]
    .filter(Boolean)
    .join(', '),
)
const part = <K extends keyof Surround>(key: K) =>
  computed<Surround[K]>({
    get: () => surround.value[key],
    set: (value) => {
      surround.value = { ...surround.value, [key]: value }
    },
  })
const theme = part('theme')
const beside = part('beside')
const width = part('width')
const ground = part('ground')
const direction = part('direction')
const text = part('text')
const motion = part('motion')
const colours = part('colours')
const scheme = part('scheme')
const contrast = part('contrast')
const transparency = part('transparency')
const sight = part('sight')
const align = part('align')
const padding = part('padding')
const language = part('language')
const held = part('held')
const on = part('on')
const dressed = part('dressed')
const without = part('without')
const regions = part('regions')
const { abilities, widths: asked, problem: notAsked } = useAsks(computed(() => contract.tag))
const lackable = computed(() => [
  ...abilities.value.map((ability) => ({
    value: ability.name,
    title: ability.name,
    note: ability.here
      ? `asked in ${ability.place.file.split('/').at(-1)} ${ability.place.line}`
      : 'this browser lacks it already',
  })),
  ...without.value
    .filter((name) => !abilities.value.some((ability) => ability.name === name))
    .map((value) => ({ value, title: value, note: 'no source asks for it' })),
])
const dress = computed<string>({
  get: () => (dressed.value ? 'yes' : 'no'),
  set: (value) => {
    dressed.value = value === 'yes'
  },
})
const windowSize = computed<string | null>({
  get: () =>
    surround.value.window ? `${surround.value.window.width} × ${surround.value.window.height}` : null,
  set: (value) => {
    const [w, h] = (value ?? '').split(' × ').map(Number)
    surround.value = { ...surround.value, window: w && h ? { width: w, height: h } : null }
  },
})
const own = (values: (string | null)[], value: string | null) =>
  values.includes(value) ? values : [...values, value]
const windows = computed(() => {
  const named = new Map((store.library?.widths ?? []).map((width) => [`${width.width} × 800`, width.name]))
  const changes = new Set(
    asked.value
      .filter((entry) => entry.of === 'window' && entry.width >= 100 && entry.width <= 5000)
      .map((entry) => `${entry.width} × 800`),
  )
  return own(
    [...new Set([null, '390 × 844', '768 × 1024', '1280 × 800', '1920 × 1080', ...named.keys(), ...changes])],
    windowSize.value,
  ).map((value) => ({
    value,
    title: value ?? 'as large as there is room',
    ...(value && named.has(value)
      ? { note: named.get(value)! }
      : value && changes.has(value)
        ? { note: 'its sheet changes here' }
        : {}),
  }))
})
const themeOptions = computed(() => choicesToWear(themes.value))
const languages = computed(() => languagesToChoose(useLibrary().library?.languages ?? [], language.value))
const paddings = [0, 8, 16, 24, 48].map((value) => ({
  value: String(value),
  title: value === 0 ? 'nothing' : `${value} px`,
}))
const sizes = [100, 125, 150, 200].map((value) => ({ value: String(value), title: `${value} %` }))
const asText = (of: WritableComputedRef<number>) =>
  computed<string>({
    get: () => String(of.value),
    set: (value) => {
      of.value = Number(value)
    },
  })
const textChoice = asText(text)
const paddingChoice = asText(padding)
const states = computed(() =>
  statesToHold(contract).map(({ name, note }) => ({ value: name, title: name, ...(note ? { note } : {}) })),
)
const targets = computed(() => [
  { value: '', title: 'what answers in it' },
  ...membersOf(contract, 'part')
    .filter((member) => member.known !== 'comment')
    .map((member) => ({ value: member.name, title: member.name, note: 'part' })),
])
const usualInMore = computed(
  () =>
    surround.value.window === null &&
    surround.value.align === 'middle' &&
    surround.value.padding === 24 &&
    surround.value.language === 'en' &&
    surround.value.colours === 'own' &&
    surround.value.scheme === 'own' &&
    surround.value.contrast === 'own' &&
    surround.value.transparency === 'own' &&
    surround.value.sight === 'usual' &&
    surround.value.dressed &&
    !surround.value.without.length &&
    !surround.value.regions.length,
)
const more = ref(!usualInMore.value)
function windowFrom(event: Event) {
  const size = /^\s*(\d{3,4})\s*[x×]\s*(\d{3,4})\s*$/.exec((event.target as HTMLInputElement).value)
  if (size) windowSize.value = `${size[1]} × ${size[2]}`
}
</script>

<template>
  <div class="surround">
    <p class="sentence">
      Shown in
      <Choice v-model="theme" label="Theme" :options="themeOptions" /><ThemesBeside v-model="beside" />,
      <WidthChoice v-model="width" :asked />{{ width === null ? '' : ' wide' }},
      <Choice
        v-model="direction"
        label="Writing direction"
        :options="[
          { value: 'ltr', title: 'left to right' },
          { value: 'rtl', title: 'right to left' },
        ]"
      />, text at <Choice v-model="textChoice" label="Text size" :options="sizes" />, motion
      <Choice
        v-model="motion"
        label="Motion"
        :options="[
          { value: 'on', title: 'on' },
          { value: 'reduced', title: 'reduced' },
        ]"
      />, on <Choice v-model="ground" label="Ground" :options="grounds" />; held in
      <Choices v-model="held" label="States held" :options="states" none="no state" /><template
        v-if="held.length"
        >, on <Choice v-model="on" label="Held on" :options="targets" /></template
      >.
      <button type="button" class="link small again" :aria-expanded="more" @click="more = !more">
        {{ more ? 'Less' : 'More' }}
      </button>
    </p>
    <p v-if="more" class="sentence">
      In a window
      <Choice v-model="windowSize" label="Window" :options="windows">
        <template #default="{ close }">
          <form class="own-size" @submit.prevent="close()">
            <label class="small"
              >Another, such as 1024 × 768
              <input class="field" :value="windowSize ?? ''" @change="windowFrom"
            /></label>
          </form>
        </template> </Choice
      >,
      <Choice
        v-model="align"
        label="Alignment"
        :options="[
          { value: 'start', title: 'at the start' },
          { value: 'middle', title: 'in the middle' },
          { value: 'end', title: 'at the end' },
          { value: 'stretch', title: 'from edge to edge' },
        ]"
      />
      with <Choice v-model="paddingChoice" label="Padding" :options="paddings" /> around it, in
      <Choice v-model="language" label="Language" :options="languages" />, in
      <Choice
        v-model="colours"
        label="Colours"
        :options="[
          { value: 'own', title: 'its own colours' },
          { value: 'forced', title: 'the reader’s colours', note: 'forced; nearly as a browser does' },
        ]"
      />,
      <Choice
        v-model="dress"
        label="Looks"
        :options="[
          { value: 'yes', title: 'dressed as it is' },
          { value: 'no', title: 'undressed', note: 'behaviour and structure only' },
        ]"
      />, for a reader who prefers
      <Choice
        v-model="scheme"
        label="Scheme of colours preferred"
        :options="[
          { value: 'own', title: 'the scheme of this browser' },
          { value: 'light', title: 'light' },
          { value: 'dark', title: 'dark' },
        ]"
      />,
      <Choice
        v-model="contrast"
        label="Contrast preferred"
        :options="[
          { value: 'own', title: 'its contrast' },
          { value: 'more', title: 'more contrast' },
          { value: 'less', title: 'less contrast' },
        ]"
      />
      and
      <Choice
        v-model="transparency"
        label="Transparency preferred"
        :options="[
          { value: 'own', title: 'its transparency' },
          { value: 'reduced', title: 'less transparency' },
        ]"
      />, who sees
      <Choice
        v-model="sight"
        label="Colours seen"
        :options="sights.map((value) => ({ value, ...sightTitles[value] }))"
      />, in regions of
      <Choices
        v-model="regions"
        label="Regions of other themes, one in the other"
        :options="store.themeChoices"
        none="no other theme"
      />,
      <template v-if="lackable.length"
        >in a browser that lacks
        <Choices
          v-model="without"
          label="Abilities switched off"
          :options="lackable"
          none="nothing it asks for"
        />, </template
      ><span v-else-if="notAsked" class="small bad" role="alert"
        >What its source asks of the browser is not known: {{ notAsked }} </span
      >provided with
      <NuxtLink class="link" :to="{ path: `/${store.slug}/provisions`, query: { of: contract.tag } }">{{
        providedWith || 'nothing more'
      }}</NuxtLink>.
    </p>
  </div>
</template>

<style scoped>
.surround {
  border-bottom: 1px solid var(--rule-soft);
  padding: 8px 20px;
}
.sentence + .sentence {
  padding-top: 4px;
}
.again {
  margin-left: 6px;
  font-family: var(--ui);
}
.own-size {
  border-top: 1px solid var(--rule);
  padding: 8px 12px 4px;
  margin-top: 6px;
}
</style>
