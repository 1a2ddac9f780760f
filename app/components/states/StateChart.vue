<script setup lang="ts">
import type { Usage } from '~~/core/code/usage'
import type { Chart } from '~~/core/states/chart'

/** Which state leads where by which act, drawn; each state is live. The rows below it say the same in words. */
const { tag, face, chart, theme, at } = defineProps<{
  tag: string
  face: Usage
  chart: Chart
  theme: string
  /** The state that is spoken of. */
  at: number | undefined
}>()
defineEmits<{ choose: [id: number] }>()
const laid = computed(() => layOut(chart))
const host = frameName()
const station = { width: `${chartSizes.station.width}px`, height: `${chartSizes.station.height}px` }
const label = { width: `${chartSizes.label.width}px`, height: `${chartSizes.label.height}px` }
/** Lines that have to do with the state that is spoken of. */
const isNear = ({ from, to }: { from: number; to: number }) => from === at || to === at
</script>

<template>
  <div class="scroll" role="group" aria-label="How states lead to one another" tabindex="0">
    <div class="chart" :style="{ width: `${laid.width}px`, height: `${laid.height}px` }">
      <svg :width="laid.width" :height="laid.height" aria-hidden="true">
        <marker
          id="arrival"
          viewBox="0 0 8 8"
          refX="7"
          refY="4"
          markerWidth="7"
          markerHeight="7"
          orient="auto"
        >
          <path d="M 0 0.5 L 7.5 4 L 0 7.5 z" />
        </marker>
        <path
          v-for="line in laid.lines"
          :key="`${line.from} ${line.to}`"
          class="line"
          :class="{ near: isNear(line) }"
          :d="line.path"
          marker-end="url(#arrival)"
        />
      </svg>
      <div
        v-for="line in laid.lines"
        :key="`${line.from} ${line.to}`"
        class="label small"
        :class="{ near: isNear(line) }"
        :style="{
          ...label,
          left: `${line.label.x - chartSizes.label.width / 2}px`,
          top: `${line.label.y - chartSizes.label.height / 2}px`,
        }"
        :title="line.says.join('\n')"
      >
        <span
          >{{ line.says[0]
          }}<template v-if="line.says.length > 1">, or {{ line.says.length - 1 }} more</template></span
        >
      </div>
      <div
        v-for="state in chart.states"
        :key="state.id"
        class="station"
        :class="{ at: at === state.id }"
        :style="{
          ...station,
          left: `${laid.places.get(state.id)!.x}px`,
          top: `${laid.places.get(state.id)!.y}px`,
        }"
      >
        <StateStation :tag :face :state :theme :host />
        <button
          type="button"
          class="title"
          :aria-pressed="at === state.id"
          @click="$emit('choose', state.id)"
        >
          {{ state.title }}
        </button>
      </div>
    </div>
  </div>
</template>

<style scoped>
.scroll {
  overflow: auto;
  max-height: 620px;
  border-block: 1px solid var(--rule);
  padding: 10px 0;
}
.chart {
  position: relative;
  margin-inline: 2px;
}
svg {
  position: absolute;
  inset: 0;
  overflow: visible;
}
.line {
  fill: none;
  stroke: var(--muted);
  stroke-opacity: 0.6;
  stroke-width: 1.5;
}
.line.near {
  stroke: var(--kelp);
  stroke-opacity: 1;
}
marker path {
  fill: var(--muted);
}
.label {
  position: absolute;
  display: grid;
  place-content: center;
  text-align: center;
  line-height: 15px;
  font-size: 12px;
  color: var(--muted);
  overflow: hidden;
}
.label span {
  background: var(--paper);
  display: -webkit-box;
  -webkit-line-clamp: 2;
  -webkit-box-orient: vertical;
  overflow: hidden;
  overflow-wrap: anywhere;
}
.label.near {
  color: var(--ink);
}
.station {
  position: absolute;
  display: grid;
  grid-template-rows: 1fr auto;
  gap: 4px;
  padding: 8px 10px 6px;
  background: var(--paper);
  border: 1px solid var(--rule-soft);
  border-bottom: 2px solid var(--ink);
  overflow: hidden;
}
.station.at {
  border-color: var(--kelp);
}
.title {
  border: 0;
  background: none;
  padding: 0;
  text-align: start;
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
}
/* all of it is pressed as one */
.title::after {
  content: '';
  position: absolute;
  inset: 0;
}
</style>
