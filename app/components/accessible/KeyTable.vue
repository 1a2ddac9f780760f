<script setup lang="ts">
import type { KeyRow } from '~~/core/accessible/keys'

/** Keys in three columns: what is expected of the role, what the source asks for, what was seen. */
const { rows } = defineProps<{ rows: readonly KeyRow[] }>()
const groups = computed(() => [...new Set(rows.map(({ on }) => on))])
</script>

<template>
  <table class="lines">
    <thead>
      <tr>
        <th scope="col">Key</th>
        <th scope="col">Expected of the role</th>
        <th scope="col">In the source</th>
        <th scope="col">Seen</th>
      </tr>
    </thead>
    <tbody v-for="on in groups" :key="on">
      <tr class="on">
        <th scope="rowgroup" colspan="4">On {{ on }}</th>
      </tr>
      <tr v-for="row in rows.filter((row) => row.on === on)" :key="row.key">
        <th scope="row" class="code">{{ row.key }}</th>
        <td>{{ row.asked ?? '' }}</td>
        <td>{{ row.inSource ? 'asked for' : '' }}</td>
        <td>
          <span v-if="!row.seen.length" :class="row.asked || row.inSource ? 'bad' : 'muted'">nothing</span>
          <div v-for="said in row.seen" :key="said">{{ said }}</div>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.on th {
  padding-top: 12px;
}
</style>
