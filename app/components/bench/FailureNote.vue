<script setup lang="ts">
import type { Failure } from '~/composables/failure'

/** What failed in a rendering, where, and what to do about it. */
const { failure, tag } = defineProps<{ failure: Failure; tag: string }>()
const store = useLibrary()
const remedyFor = useRemedies()
const remedy = computed(() => remedyFor(failure.text, tag))
const provisionsPage = computed(() => ({
  path: `/${store.slug}/provisions`,
  query: remedy.value.provider ? { draft: remedy.value.provider } : {},
}))
</script>

<template>
  <div class="failure" role="alert">
    <b class="bad">{{
      failure.provided ? 'The provisions failed, not the component:' : `It failed ${failure.phase}:`
    }}</b>{{ ' ' }}
    <span class="code">{{ failure.text }}</span>
    <NuxtLink
      v-if="failure.where"
      class="link code"
      :to="{
        path: `/${store.slug}/source`,
        query: { path: failure.where.file, line: failure.where.line, of: tag },
      }"
      >{{ failure.where.file }} {{ failure.where.line }}</NuxtLink
    >
    <NuxtLink
      v-if="failure.provided"
      class="link"
      :to="{ path: `/${store.slug}/provisions`, query: { of: tag } }"
      >See what is provided</NuxtLink
    ><template v-else
      ><span class="muted">{{ remedy.text }}</span>
      <NuxtLink v-if="remedy.provide" class="link" :to="provisionsPage">{{
        remedy.provider ? `Provide ${remedy.provider}` : 'Provide it'
      }}</NuxtLink></template
    >
  </div>
</template>

<style scoped>
.failure {
  position: absolute;
  inset: auto 0 0;
  padding: 8px 20px;
  background: var(--rust-wash);
  border-top: 1px solid var(--rust);
  font-size: 13px;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
}
</style>
