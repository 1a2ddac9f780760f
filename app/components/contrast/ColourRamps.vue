<script setup lang="ts">
import { rampsOf, stepsBack, type Ramp } from '~~/core/contrast/ramps'
import type { TokensOf } from '~~/core/tokens/themes'

/** How light the steps of each scale are, a line a scale and theme, and which of them go back. */
const { tokensOf } = defineProps<{ tokensOf: TokensOf }>()
const store = useLibrary()
const ramps = computed(() => rampsOf(tokensOf))
const themesOf = ({ themes }: Ramp) =>
  themes.length === tokensOf.size ? 'every theme' : themes.map(store.themeTitle).join(' and ')
const titleOf = (ramp: Ramp) => `${ramp.scale}, in ${themesOf(ramp)}`
const percent = (lightness: number) => Math.round(lightness * 100)

const drawing = useTemplateRef<HTMLCanvasElement>('drawing')
useLineChart(drawing, () =>
  ramps.value.length
    ? { ...dataOf(ramps.value), upwards: 'lightness, per cent', most: 100, say: (value) => `${value} %` }
    : undefined,
)

function dataOf(list: readonly Ramp[]) {
  const most = Math.max(0, ...list.map(({ steps }) => steps.length))
  return {
    labels: Array.from({ length: most }, (_step, i) => `step ${i + 1}`),
    datasets: list.map((ramp, i) => ({
      label: titleOf(ramp),
      data: ramp.steps.map(({ lightness }) => percent(lightness)),
      borderColor: ramp.steps[Math.floor(ramp.steps.length / 2)]!.css,
      pointBackgroundColor: ramp.steps.map(({ css }) => css),
      pointBorderColor: ownColour('--ink'),
      ...lineLook(i),
    })),
  }
}
</script>

<template>
  <section v-if="ramps.length" aria-label="Scales">
    <h2 class="ruled">Scales</h2>
    <p class="small muted">
      How light the steps of each scale are (OKLCH). A line that goes back has a step out of its order.
    </p>
    <div class="drawing">
      <canvas ref="drawing" role="img" aria-label="Lightness of the scales, as in the table below" />
    </div>
    <table class="lines">
      <caption class="out-of-sight">
        Lightness of the steps of each scale
      </caption>
      <thead>
        <tr>
          <th scope="col">Scale</th>
          <th scope="col">Steps, with their lightness per cent</th>
          <th scope="col">Order</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="ramp in ramps" :key="titleOf(ramp)">
          <th scope="row">
            <span class="code">{{ ramp.scale }}</span>
            <span class="small muted">in {{ themesOf(ramp) }}</span>
          </th>
          <td>
            <span v-for="step in ramp.steps" :key="step.name" class="step"
              ><span class="chip" :style="{ backgroundColor: step.css }" aria-hidden="true" />{{ step.name }}
              <span class="muted">{{ percent(step.lightness) }}</span></span
            >
          </td>
          <td>
            <template v-if="stepsBack(ramp).length">
              <Mark name="not found" label="" /> {{ stepsBack(ramp).join(', ') }}
              {{ stepsBack(ramp).length === 1 ? 'goes' : 'go' }} back
            </template>
            <template v-else>in order</template>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
section {
  padding-top: 16px;
  display: grid;
  gap: 8px;
}
.drawing {
  height: 260px;
  max-width: 900px;
}
.step {
  display: inline-flex;
  gap: 5px;
  align-items: center;
  margin-inline-end: 14px;
}
.chip {
  width: 14px;
  height: 14px;
  border: 1px solid var(--rule);
}
</style>
