<script setup lang="ts">
import type { Problem } from '~~/core/problem'

/** Problems as sentences: what, where, what to do. Calm ones are told and ask for nothing. */
const {
  problems,
  library,
  calm,
  most = Infinity,
} = defineProps<{
  problems: Problem[]
  library?: string
  calm?: boolean
  /** How many are told before somebody asks for the others. */
  most?: number
}>()
const { told, left, showAll } = useFirstOf(
  () => problems,
  () => most,
)
const placeOf = ({ where }: Problem) =>
  [where?.file, where?.line].filter((entry) => entry !== undefined).join(' ')
const sourceLink = (problem: Problem) =>
  library && problem.where && /\.\w+$/.test(problem.where.file)
    ? { path: `/${library}/source`, query: { path: problem.where.file, line: problem.where.line } }
    : undefined
</script>

<template>
  <!-- around the list: what is an alert is no list to whoever hears it -->
  <div v-if="problems.length" :role="calm ? undefined : 'alert'">
    <ul class="problems">
      <li v-for="(problem, i) in told" :key="i">
        <Mark v-if="!calm" name="not found" label="problem" />
        <div>
          <span :class="{ bad: !calm }">{{ problem.what }}</span> <span>{{ problem.todo }}</span>
          <div v-if="problem.where" class="code muted">
            <NuxtLink v-if="sourceLink(problem)" :to="sourceLink(problem)!" class="link">{{
              placeOf(problem)
            }}</NuxtLink>
            <template v-else>{{ placeOf(problem) }}</template>
          </div>
        </div>
      </li>
      <li v-if="left">
        <button type="button" class="act" @click="showAll">Show {{ count(left) }} more</button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.problems {
  list-style: none;
  margin: 0;
  padding: 0;
  font-size: 13px;
  line-height: 18px;
}
li {
  display: flex;
  gap: 10px;
  padding: 6px 0;
}
li + li {
  border-top: 1px solid var(--rule-soft);
}
.mark {
  color: var(--rust);
  margin-top: 3px;
}
</style>
