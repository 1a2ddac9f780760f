<script setup lang="ts">
import type { ReleasesView } from '~~/core/wire'

/** The versions that are out, the newest first, with the channels that name each. */
defineProps<{ releases: ReleasesView['releases']; channels: ReleasesView['channels'] }>()
const store = useLibrary()
</script>

<template>
  <div>
    <div v-for="release in releases" :key="release.version" class="past">
      <NuxtLink
        class="code link"
        :to="{ path: `/${store.slug}/registry`, query: { version: release.version } }"
        >{{ release.version }}</NuxtLink
      >
      <span class="small muted">{{
        Object.entries(channels)
          .filter(([, v]) => v === release.version)
          .map(([name]) => name)
          .join(', ')
      }}</span>
      <span v-if="release.deprecated !== null" class="small">withdrawn</span>
      <span class="small muted">{{ release.made_by }}, {{ ago(release.made_at) }}</span>
    </div>
  </div>
</template>

<style scoped>
.past {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: baseline;
  padding: 7px 0;
  border-bottom: 1px solid var(--rule-soft);
}
.past .code {
  width: 110px;
}
.past .small + .small {
  margin-left: auto;
}
</style>
