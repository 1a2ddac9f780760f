<script setup lang="ts">
import { foreignPages } from '~~/core/isolation/foreign'
import { placeOfRule } from '~~/core/read/places'
import { keptBy, pagesTold, rulesOut, scopedOf } from '~~/core/isolation/isolation'

/** What a component and the pages it comes into do to one another. */
const { tag, standing, contract, face, store } = useComponent('isolation')
const { seen, written, problems, isBusy, look } = useIsolation(tag)
const isolation = computed(() => seen.value?.isolation ?? undefined)
const pages = computed(() => foreignPages(seen.value?.sheets ?? ''))
const told = computed(() => (isolation.value ? pagesTold(isolation.value) : []))
const rules = computed(() => (isolation.value ? rulesOut(isolation.value) : []))
const scoped = computed(() => isolation.value && scopedOf(isolation.value))
const left = computed(() => (isolation.value?.seen ?? []).reduce((sum, { bleed }) => sum + bleed.left, 0))
/** Which of its names are written and which a build made is known once its source is. */
const kept = computed(() => {
  const source = written.value
  if (!isolation.value || !source) return undefined
  return keptBy(isolation.value, (selector) => !placeOfRule(source, selector))
})
/** Parts are names for what stands in a shadow tree. */
const isShadow = computed(() => contract.value?.language === 'custom-element')
const keptTexts = {
  shadow:
    'What it renders stands in a shadow tree: rules of a page reach the element itself, and nothing in it.',
  'without rules': 'What it renders stands in the page, and it brings no rules of its own.',
  generated: 'What it renders stands in the page, under names that were made for it alone.',
  open: 'What it renders stands in the page, and so do its rules.',
}
</script>

<template>
  <main v-if="standing && contract">
    <ComponentHead :standing view="isolation" />
    <div class="page">
      <ProblemList :problems />
      <p v-if="!seen" class="muted" role="status">Asking what was seen …</p>
      <p v-else class="sentence">
        <template v-if="kept"
          >{{ keptTexts[kept] }}{{ seen.current ? '' : ' It was changed since.' }}</template
        ><template v-else-if="!isolation"
          >Nobody has looked yet at what it and a page do to one another. A browser on the server does
          that.</template
        >{{ ' ' }}
        <LookNow :current="seen.current" :is-busy @look="look" />
      </p>
      <p v-if="isolation?.failed" class="bad" role="alert">
        It could not be looked at: {{ isolation.failed }}
      </p>
      <PartsReached v-if="isShadow" :contract />
      <InPages v-if="seen" :tag :face :pages />
      <template v-if="isolation && !isolation.failed">
        <WhatComesIn :pages="told" />
        <WhatGoesOut :rules :written :scoped="scoped" :library="store.slug" :tag />
        <p class="small muted">
          Seen by computed values, {{ isolation.seen.map(({ situation }) => situation).join('; ')
          }}<template v-if="isolation.left"
            >; {{ plural(isolation.left, 'example') }} could not be looked at</template
          ><template v-if="left"
            >; {{ plural(left, 'element, rule or change', 'elements, rules or changes') }} past what is told
            here</template
          >.
        </p>
      </template>
    </div>
  </main>
  <NotOnShelf v-else :tag />
</template>

<style scoped>
.page {
  max-width: 1200px;
}
</style>
