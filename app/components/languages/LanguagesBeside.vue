<script setup lang="ts">
import { madeUpLanguage } from '~~/core/messages/message'
import type { Standing } from '~~/core/wire'

/** Components in two languages, side by side. */
const { standing, languages } = defineProps<{ standing: readonly Standing[]; languages: readonly string[] }>()
const store = useLibrary()
const left = useAddressChoice('left', languages[0] ?? 'en')
const right = useAddressChoice('right', madeUpLanguage)
const width = useAddressChoice('width', '320')
const options = computed(() =>
  languagesToChoose(
    languages.filter((tag) => tag !== madeUpLanguage),
    right.value,
  ),
)
const sides = computed(() => [left.value, right.value])
const widths = [200, 320, 390, 560].map((value) => ({ value: String(value), title: `${value} px` }))
</script>

<template>
  <section aria-label="Side by side">
    <p class="sentence">
      Components that say something: <Choice v-model="left" label="On the left" :options /> beside
      <Choice v-model="right" label="On the right" :options />, each
      <Choice v-model="width" label="How wide" :options="widths" /> wide.
      <span v-if="sides.includes(madeUpLanguage)" class="muted"
        >What has no brackets there does not go through messages.</span
      >
    </p>
    <SpokenRow
      v-for="item in standing"
      :key="item.tag"
      :standing="item"
      :languages="sides"
      :width="Number(width) || 320"
      :theme="store.baseTheme"
    />
  </section>
</template>

<style scoped>
.sentence {
  padding: 14px 24px 8px;
  border-bottom: 1px solid var(--rule);
}
</style>
