<script setup lang="ts">
import { nodeTitle } from '~~/core/accessible/difference'
import { findingsOf } from '~~/core/accessible/findings'
import { sayMissed } from '~~/core/acts/sentence'
import { isUnreadable } from '~~/core/contrast/pair'
import { keyRows, unansweredKeys } from '~~/core/accessible/keys'

/** What assistive technology is told of a component, which keys it answers, and how the focus moves. */
const { tag, standing, contract } = useComponent('accessibility')
const { accessible, problems, isBusy, look } = useAccessible(tag)
const { looks } = useLooks(tag)
const isCurrent = computed(() => accessible.value?.current === true && looks.value?.current === true)
const situation = useAddressChoice('shown', 'as on the shelf')
const all = computed(() => accessible.value?.told ?? [])
const told = computed(() => all.value.find((entry) => entry.situation === situation.value) ?? all.value[0])
const isFace = computed(() => told.value === all.value[0])
const coloursIn = (shown: string) =>
  (looks.value?.looks?.colours ?? []).filter((pair) => pair.situation === shown && isUnreadable(pair))
const colours = computed(() => (told.value ? coloursIn(told.value.situation) : []))
const findings = computed(() => (told.value ? findingsOf(told.value) : []))
const rows = computed(() => (told.value && contract.value ? keyRows(contract.value, told.value) : []))
const unanswered = computed(() =>
  told.value && contract.value ? unansweredKeys(contract.value, told.value) : [],
)
const headings = {
  role: 'Roles',
  name: 'Names',
  state: 'States',
  holds: 'What holds what',
  key: 'Keys',
  focus: 'Focus',
  engine: 'Found by axe-core',
}
const kinds = computed(() =>
  (Object.keys(headings) as (keyof typeof headings)[])
    .map((about) => ({ about, list: findings.value.filter((finding) => finding.about === about) }))
    .filter(({ list }) => list.length > 0),
)
const options = computed(() =>
  all.value.map((entry) => ({
    value: entry.situation,
    title: entry.situation,
    note:
      entry.failed || entry.way?.failed
        ? 'failed'
        : count(findingsOf(entry).length + coloursIn(entry.situation).length),
  })),
)
</script>

<template>
  <main v-if="standing && contract">
    <ComponentHead :standing view="accessible" />
    <div class="page">
      <ProblemList :problems />
      <p v-if="!accessible" class="muted" role="status">Asking what was seen …</p>
      <p v-else class="sentence">
        <template v-if="told"
          >What assistive technology is told of it,
          <Choice
            v-if="options.length > 1"
            :model-value="told.situation"
            label="Shown"
            :options
            @update:model-value="situation = $event"
          /><b v-else>{{ told.situation }}</b
          >{{ accessible.current ? '.' : ', before it was changed.' }}
        </template>
        <template v-else
          >Nobody has looked yet at what assistive technology is told of it. A browser on the server does
          that.</template
        >{{ ' ' }}
        <LookNow :current="isCurrent" :is-busy @look="look" />
      </p>

      <template v-if="told">
        <p v-if="told.way" class="sentence">After this was done: {{ told.way.says }}</p>
        <p v-if="told.way?.failed" class="bad" role="alert">
          It did not get there: {{ sayMissed(told.way) }}
        </p>
        <p v-if="told.failed" class="bad" role="alert">It could not be looked at: {{ told.failed }}</p>
        <section class="findings" aria-label="What is wrong">
          <h2 class="ruled">What is wrong</h2>
          <p v-if="!findings.length && !unanswered.length && !colours.length" class="good">
            <Mark name="seen" label="" /> Nothing was found.
          </p>
          <template v-for="kind in kinds" :key="kind.about">
            <h3>{{ headings[kind.about] }}</h3>
            <ul>
              <li v-for="finding in kind.list" :key="finding.says">{{ finding.says }}</li>
            </ul>
          </template>
          <template v-if="colours.length">
            <h3>Colours</h3>
            <ColourFindings :found="colours" />
          </template>
          <p v-if="unanswered.length">
            The source asks for {{ unanswered.join(', ') }}, which did nothing on anything that has the focus.
          </p>
        </section>
        <section aria-label="What is told">
          <h2 class="ruled">What is told</h2>
          <p v-if="!told.nodes.length" class="muted">
            Nothing: no element of it has a role that anybody is told of.
          </p>
          <ToldTable v-else :told />
        </section>
        <section v-if="isFace" aria-label="Keys">
          <h2 class="ruled">Keys</h2>
          <p v-if="!rows.length" class="muted">Nothing in it can have the focus, so no key was pressed.</p>
          <KeyTable v-else :rows />
        </section>
        <section v-if="isFace" aria-label="Focus">
          <h2 class="ruled">Focus</h2>
          <p v-if="!told.stops.length" class="muted">Tab stops nowhere in it.</p>
          <ol v-else>
            <li v-for="(stop, i) in told.stops" :key="i">
              {{ nodeTitle(stop) }}
              <span v-if="!stop.visible" class="bad small">not to be seen</span>
            </li>
          </ol>
        </section>
        <ColourTable v-if="looks?.looks" :looks="looks.looks" :current="looks.current" />
        <p v-if="!isFace" class="small muted">Keys and focus are gone through as on the shelf.</p>
      </template>
    </div>
  </main>
  <NotOnShelf v-else :tag />
</template>

<style scoped>
.page {
  max-width: 1100px;
}
.findings {
  display: grid;
  gap: 6px;
}
.findings h3 {
  font-size: 15px;
}
.findings ul,
ol {
  margin: 0;
  padding-inline-start: 20px;
  line-height: 20px;
}
ol {
  padding-top: 6px;
}
</style>
