<script setup lang="ts">
import type { TokenUsesView } from '~~/core/wire'

/** Where a token is used: others that refer to it, and lines of files, each a way to its place. */
const { references, files } = defineProps<{
  references: TokenUsesView['references']
  files: TokenUsesView['files']
}>()
const store = useLibrary()
</script>

<template>
  <div class="places">
    <details v-if="references.length">
      <summary class="link">What refers to it</summary>
      <ul>
        <li v-for="place in references" :key="`${place.theme} ${place.path}`" class="code">
          {{ place.path }} <span class="muted">in {{ place.theme }}</span>
        </li>
      </ul>
    </details>
    <details v-for="file in files" :key="file.path">
      <summary class="link">
        <span class="code">{{ file.path }}</span>, {{ plural(file.places.length, 'line') }}
      </summary>
      <ul>
        <li v-for="place in file.places" :key="place.line" class="code">
          <NuxtLink
            class="link"
            :to="{ path: `/${store.slug}/source`, query: { path: file.path, line: place.line } }"
            >{{ place.line }}</NuxtLink
          >
          {{ place.text }}
        </li>
      </ul>
    </details>
  </div>
</template>

<style scoped>
ul {
  margin: 2px 0;
  padding-left: 14px;
  list-style: none;
}
li {
  overflow-wrap: anywhere;
}
</style>
