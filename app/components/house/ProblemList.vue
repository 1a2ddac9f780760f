<script setup lang="ts">
import type { Problem } from '~~/core/problem'

/** Problems as sentences: what, where, what to do. */
const { problems, library } = defineProps<{ problems: Problem[]; library?: string }>()
const sourceLink = (problem: Problem) =>
  library && problem.where && /\.\w+$/.test(problem.where.file) ? { path: `/${library}/source`, query: { path: problem.where.file, line: problem.where.line } } : undefined
</script>

<template>
  <ul v-if="problems.length" class="problems" role="alert">
    <li v-for="(problem, i) in problems" :key="i">
      <Mark name="not found" label="problem" />
      <div>
        <span class="bad">{{ problem.what }}</span> <span>{{ problem.todo }}</span>
        <div v-if="problem.where" class="code muted">
          <NuxtLink v-if="sourceLink(problem)" :to="sourceLink(problem)!" class="link">{{ problem.where.file }}<template v-if="problem.where.line"> {{ problem.where.line }}</template></NuxtLink>
          <template v-else>{{ problem.where.file }}<template v-if="problem.where.line"> {{ problem.where.line }}</template></template>
        </div>
      </div>
    </li>
  </ul>
</template>

<style scoped>
.problems { list-style: none; margin: 0; padding: 0; font-size: 13px; line-height: 18px; }
li { display: flex; gap: 10px; padding: 6px 0; }
li + li { border-top: 1px solid var(--rule-soft); }
.mark { color: var(--rust); margin-top: 3px; }
</style>
