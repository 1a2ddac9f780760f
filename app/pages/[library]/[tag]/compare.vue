<script setup lang="ts">
import { alignMarkup, type Pair } from '~~/core/compare/markup'
import { forFrame, modulesFor } from '~~/core/code/showing'
import { changesOf } from '~~/core/contract/changes'
import type { Node } from '~~/core/style/found'
import { plainSurround } from '~~/core/surround'

/**
 * A component in two ways, themes or versions, side by side or one over the other, and what is not the same.
 */
const compared = useComponent('compared')
const { store, tag, standing, contract } = compared
const { ways, both, problems, swap } = useComparedSides(compared)

const width = useAddressChoice('width', '')
const widths = [
  { value: '', title: 'as wide as there is room' },
  ...[240, 320, 390, 600].map((number) => ({ value: String(number), title: String(number) })),
]
const view = useAddressChoice('as', 'beside')
const views = [
  { value: 'beside', title: 'side by side' },
  { value: 'over', title: 'one over the other' },
  { value: 'apart', title: 'only what differs' },
]
const through = ref(50)

const targets = both.map((side) =>
  computed(() => {
    const { usage, moduleOf } = side.value
    const modules = modulesFor(tag.value, usage, moduleOf)
    return (
      modules && {
        tag: tag.value,
        modules,
        usage: forFrame(usage, (other) => store.find(other)?.contract, tag.value),
        listen: [],
      }
    )
  }),
)
const surrounds = both.map((side) =>
  computed(() => plainSurround(side.value.theme.value, { width: width.value ? Number(width.value) : null })),
)

type Frame = { markup: (styles: boolean) => void }
const frames: (Frame | null)[] = [null, null]
const found = shallowRef<[Node[] | undefined, Node[] | undefined]>([undefined, undefined])
const failures = ref<(string | undefined)[]>([undefined, undefined])
const timers: (ReturnType<typeof setTimeout> | undefined)[] = []
function onPainted(i: number) {
  clearTimeout(timers[i])
  // what it does a little later is part of it
  timers[i] = setTimeout(() => frames[i]?.markup(true), 300)
}
onUnmounted(() => timers.forEach(clearTimeout))
const told = (i: 0 | 1, nodes: Node[]) => {
  found.value = i === 0 ? [nodes, found.value[1]] : [found.value[0], nodes]
}
const pairs = computed<Pair[] | undefined>(() =>
  found.value[0] && found.value[1] ? alignMarkup(found.value[0], found.value[1]) : undefined,
)
const contractApart = computed(() =>
  both[0].value.contract && both[1].value.contract && both[0].value.contract !== both[1].value.contract
    ? changesOf(both[1].value.contract, both[0].value.contract)
    : [],
)
useKeys([
  { keys: 'x', does: 'left and right change places', run: swap },
  {
    keys: 'v',
    does: 'side by side, over one another, only what differs',
    run: () => {
      view.value = views[(views.findIndex((side) => side.value === view.value) + 1) % views.length]!.value
    },
  },
])
</script>

<template>
  <main v-if="standing && contract" class="compare">
    <ComponentHead :standing view="compare" />
    <ProblemList v-if="problems.length" class="problems" :problems />
    <p class="sentence">
      On the left <Choice v-model="both[0].value.way.value" label="On the left" :options="ways" /> in
      <Choice v-model="both[0].value.theme.value" label="Theme on the left" :options="store.themeChoices" />,
      on the right <Choice v-model="both[1].value.way.value" label="On the right" :options="ways" /> in
      <Choice v-model="both[1].value.theme.value" label="Theme on the right" :options="store.themeChoices" />;
      both <Choice v-model="width" label="Width" :options="widths" />,
      <Choice v-model="view" label="Shown as" :options="views" />.
      <button type="button" class="link" @click="swap">Change places <span class="key">x</span></button>
    </p>
    <div class="frames" :class="view">
      <figure
        v-for="i in [0, 1] as const"
        :key="i"
        :style="view === 'over' && i === 1 ? { opacity: through / 100 } : undefined"
      >
        <PreviewFrame
          v-if="targets[i]!.value"
          :ref="
            (frame) => {
              frames[i] = frame as Frame | null
            }
          "
          :key="targets[i]!.value!.modules[0]!.module"
          :target="targets[i]!.value"
          :css="both[i].value.css"
          :preview="store.library!.preview"
          :title="`${store.title(tag)}, ${['left', 'right'][i]}`"
          :surround="surrounds[i]!.value"
          @painted="onPainted(i)"
          @markup="told(i, $event)"
          @failed="failures[i] = $event.text"
          @restarted="failures[i] = undefined"
        />
        <p v-else class="muted nothing">
          {{ both[i].value.isLacking ? 'It was not in that version.' : 'It was not built there.' }}
        </p>
        <figcaption v-if="view === 'beside'" class="small muted">
          {{ both[i].value.title
          }}<b v-if="failures[i]" class="bad" role="alert"> It failed: {{ failures[i] }}</b>
        </figcaption>
      </figure>
    </div>
    <p v-if="view === 'over'" class="through small">
      <label
        >{{ both[0].value.title }}
        <input
          v-model.number="through"
          type="range"
          min="0"
          max="100"
          aria-label="How much of the right one is seen"
        />
        {{ both[1].value.title }}</label
      >
    </p>
    <WhatDiffers v-if="pairs" :pairs :contract-apart="contractApart" />
    <p v-else-if="targets[0]!.value && targets[1]!.value" class="apart muted small" role="status">
      Looking at both …
    </p>
  </main>
  <NotOnShelf v-else :tag />
</template>

<style scoped>
.compare {
  display: flex;
  flex-direction: column;
}
.problems,
.sentence {
  padding: 10px 24px;
}
.sentence {
  font: 400 16px/28px var(--name);
  border-bottom: 1px solid var(--rule);
}
.frames {
  display: grid;
  grid-template-columns: 1fr 1fr;
  height: 280px;
  background: var(--sheet);
  border-bottom: 1px solid var(--rule);
}
figure {
  margin: 0;
  display: flex;
  flex-direction: column;
  min-width: 0;
  min-height: 0;
  position: relative;
}
.beside figure + figure {
  border-left: 1px solid var(--rule);
}
figcaption {
  padding: 2px 24px 6px;
}
.over,
.apart.frames {
  grid-template-columns: 1fr;
  isolation: isolate;
}
.frames:not(.beside) figure {
  grid-area: 1 / 1;
}
.apart.frames figure + figure {
  mix-blend-mode: difference;
}
.apart.frames {
  filter: invert(1) grayscale(1) contrast(1.4);
  border: 0;
  padding: 0;
}
.through {
  padding: 6px 24px;
}
.through input {
  vertical-align: middle;
  width: 240px;
  accent-color: var(--kelp);
}
.apart {
  padding: 10px 24px 32px;
}
.nothing {
  padding: 24px;
}
@media (max-width: 800px) {
  .beside {
    grid-template-columns: 1fr;
    height: 480px;
  }
}
</style>
