<script setup lang="ts">
import { forSheet } from '~~/core/spread/shown'
import type { Surround } from '~~/core/surround'
import { plateSheet, type Plated } from '~~/core/variants/plate'

/** What a plate shows of one axis, live in one frame. */
const {
  name,
  plated,
  tag,
  surround,
  columns,
  width,
  host,
  least = 72,
} = defineProps<{
  name: string
  plated: readonly Plated[]
  tag: string
  surround: Surround
  columns: number
  /** Of a column, in pixels. */
  width: number
  host?: string
  /** How high a row is at least, in pixels. */
  least?: number
}>()
defineEmits<{ laid: [rows: { tops: number[]; height: number }] }>()
const store = useLibrary()
const { css } = storeToRefs(store)
const sheet = computed(() => plateSheet(name, plated, surround, columns))
const target = computed(() => {
  const cells = forSheet(sheet.value, {
    tag,
    width,
    contractOf: (other) => store.find(other)?.contract,
    moduleOf: store.moduleOf,
    captionOf: (cell) => cell.titles[0]!,
  })
  return cells && { ...cells, least }
})
</script>

<template>
  <SheetFrame
    v-if="target"
    :cells="target"
    :css
    :preview="store.library!.preview"
    :text="surround.text"
    :host
    :title="`${store.title(tag)}, every ${name}`"
    @laid="$emit('laid', { tops: $event.rows, height: $event.height })"
  />
  <p v-else class="small bad">Was never built.</p>
</template>
