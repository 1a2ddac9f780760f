<script setup lang="ts">
import { roleTitles, type ColourPair } from '~~/core/contrast/pair'

/** Colours that do not read on each other, in which theme. */
const { found } = defineProps<{ found: readonly ColourPair[] }>()
const store = useLibrary()
</script>

<template>
  <p
    v-for="finding in found"
    :key="`${finding.theme} ${finding.role} ${finding.at} ${finding.text} ${finding.ground}`"
    class="bad"
  >
    In {{ store.themeTitle(finding.theme) }} <PaintedValue :value="finding.text" /> on
    <PaintedValue :value="finding.ground" /> is {{ finding.ratio }} to 1, of {{ finding.wants }}
    <template v-if="finding.role !== 'text'"> for {{ roleTitles[finding.role] }}</template
    >{{ ' ' }}
    <span class="code">({{ finding.at }})</span>
  </p>
</template>
