<script setup lang="ts">
import type { PackageView } from '~~/core/wire'

/** What the package, and each component alone, came to from version to version, and comes to now. */
const { view } = defineProps<{ view: PackageView }>()
const store = useLibrary()
const whole = 'packed'
const of = useAddressChoice('sizes', whole)
const now = computed(() => new Map(view.components.map(({ tag, gzip }) => [tag, gzip])))
const choices = computed(() => [
  { value: whole, title: 'the whole package', note: 'its tarball' },
  ...[...now.value.keys()].map((tag) => ({ value: tag, title: store.title(tag), note: 'gzip, alone' })),
])
const steps = computed(() => [
  ...view.history.map(({ version, sizes }) => ({
    version,
    bytes: of.value === whole ? sizes.packed : (sizes.components[of.value]?.gzip ?? null),
  })),
  { version: 'the shelf', bytes: of.value === whole ? view.packed : (now.value.get(of.value) ?? null) },
])
const drawing = useTemplateRef<HTMLCanvasElement>('drawing')
const line = (label: string, data: (number | null)[], i: number, colour: string) => ({
  label,
  data,
  borderColor: ownColour(colour),
  pointBackgroundColor: ownColour(colour),
  ...lineLook(i),
  pointRadius: i === 0 ? 5 : 0,
})
useLineChart(drawing, () => ({
  labels: steps.value.map(({ version }) => version),
  datasets: [
    line(
      choices.value.find(({ value }) => value === of.value)?.title ?? of.value,
      steps.value.map(({ bytes: taken }) => taken),
      0,
      '--kelp',
    ),
    ...(of.value !== whole && view.budget !== null
      ? [
          line(
            'what one may take',
            steps.value.map(() => view.budget),
            1,
            '--rust',
          ),
        ]
      : []),
  ],
  upwards: 'bytes',
  say: bytes,
}))
</script>

<template>
  <section class="sizes" aria-label="From version to version">
    <h2>From version to version</h2>
    <p class="sentence">What <Choice v-model="of" label="What of it" :options="choices" /> came to.</p>
    <div class="drawing">
      <canvas ref="drawing" role="img" aria-label="Sizes of the versions, as in the table below" />
    </div>
    <table class="lines">
      <caption class="out-of-sight">
        Sizes of the versions
      </caption>
      <thead>
        <tr>
          <th v-for="step in steps" :key="step.version" scope="col">{{ step.version }}</th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <td v-for="step in steps" :key="step.version">
            {{ step.bytes === null ? 'not in it' : bytes(step.bytes) }}
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.sizes {
  width: 100%;
}
.drawing {
  height: 200px;
  padding: 8px 0;
}
</style>
