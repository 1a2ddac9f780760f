<script setup lang="ts">
import { weights } from '~~/core/contract/weight'
import type { ReleaseRecord } from '~~/core/wire'

/**
 * What a version remembers of how it came to go out: what differed, why its number is lower, how the
 * gates stood.
 */
const { record, version } = defineProps<{ record: ReleaseRecord; version: string }>()
const store = useLibrary()
const counted = computed(() =>
  weights.flatMap((weight) => {
    const many = record.changes?.[weight]
    return many ? [`${many} ${weight === 'none' ? 'of no weight' : weight}`] : []
  }),
)
const saysOf = ({ says, setting, waiver }: NonNullable<ReleaseRecord['gates']>[number]) => {
  if (setting === 'pass') return 'was not asked'
  if (says === undefined) return 'held'
  if (waiver) return `was waived by ${waiver.by ?? 'somebody who has left'}: ${waiver.reason} ${says}`
  return `did not hold: ${says}`
}
</script>

<template>
  <div>
    <p v-if="record.since">
      Since {{ record.since }}: {{ counted.join(', ') || 'nothing that is weighed' }}.
      <NuxtLink
        class="link"
        :to="{ path: `/${store.slug}/difference`, query: { from: record.since, to: version } }"
        >What differs</NuxtLink
      >
    </p>
    <template v-if="record.read">
      <p>
        It was packed elsewhere. {{ capital(plural(record.read.components, 'component')) }}
        {{ record.read.components === 1 ? 'was' : 'were' }} found in it{{
          record.read.components ? '.' : ': it is not compared with any version.'
        }}
      </p>
      <ProblemList :problems="record.read.problems" calm />
    </template>
    <p v-if="record.reason">Its number says less than what changed: {{ record.reason }}</p>
    <ul>
      <li v-for="gate in record.gates" :key="gate.name">
        <b>{{ gate.title }}</b> {{ saysOf(gate) }}
      </li>
    </ul>
  </div>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 4px 0 0;
  padding: 0;
}
li {
  padding: 3px 0;
  border-bottom: 1px solid var(--rule-soft);
}
b {
  font-weight: 500;
}
</style>
