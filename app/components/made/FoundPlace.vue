<script setup lang="ts">
import type { Place } from '~~/core/contract/member'
import type { Found } from '~~/core/style/found'

/** Who says a declaration, by which selector, and the line it is written at. */
const { found, who, place, library } = defineProps<{
  found: Found
  who: string
  place: Place | undefined
  library: string
}>()
</script>

<template>
  <span
    >{{ who
    }}<template v-if="found.selector && found.by !== 'themes'"
      >, <span class="code selector">{{ found.selector }}</span></template
    ><template v-if="found.within.length">
      <span class="code selector">{{ found.within.join(' ') }}</span></template
    ><template v-if="found.layer.length"
      >, layer <span class="code">{{ found.layer.join('.') }}</span></template
    ><template v-if="place"
      >,
      <NuxtLink
        class="link code"
        :to="{
          path: `/${library}/source`,
          query: { path: place.file, line: place.line, ...(found.of ? { of: found.of } : {}) },
        }"
        >{{ place.file.split('/').at(-1) }} {{ place.line }}</NuxtLink
      ></template
    ></span
  >
</template>

<style scoped>
.selector {
  font-size: 11px;
}
</style>
