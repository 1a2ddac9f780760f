<script setup lang="ts">
import type { Surround } from '~~/core/surround'
import { axesToChoose } from '~~/core/tokens/regions'

/** What is worn beside the theme of a surround, as a part of its sentence for each axis. */
const beside = defineModel<Surround['beside']>({ required: true })
const store = useLibrary()
const axes = computed(() =>
  axesToChoose(store.themes).map(([axis, along]) => ({
    axis,
    options: [
      { value: null, title: `the usual ${axis}` },
      ...along.map(({ name, title }) => ({ value: name, title, note: axis })),
    ],
  })),
)
function wear(axis: string, name: string | null) {
  const { [axis]: _before, ...others } = beside.value
  beside.value = name === null ? others : { ...others, [axis]: name }
}
</script>

<template>
  <template v-for="{ axis, options } in axes" :key="axis">
    with
    <Choice
      :model-value="beside[axis] ?? null"
      :label="`Worn beside it, by ${axis}`"
      :options
      @update:model-value="wear(axis, $event)"
    />
  </template>
</template>
