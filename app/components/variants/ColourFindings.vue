<script setup lang="ts">
import type { ColourFinding } from '~~/core/variants/looks'

/** Colours that do not read on each other, in which theme. */
const { found } = defineProps<{ found: readonly ColourFinding[] }>()
const store = useLibrary()
</script>

<template>
  <p
    v-for="finding in found"
    :key="`${finding.theme} ${finding.at} ${finding.text} ${finding.ground}`"
    class="bad"
  >
    In {{ store.themeTitle(finding.theme) }} <PaintedValue :value="finding.text" /> on
    <PaintedValue :value="finding.ground" /> is {{ finding.ratio }} to 1, of {{ finding.wants }}
    <span class="code">({{ finding.at }})</span>
  </p>
</template>
