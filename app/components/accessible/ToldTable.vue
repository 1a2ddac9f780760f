<script setup lang="ts">
import { statesTold } from '~~/core/accessible/steady'
import type { Told } from '~~/core/accessible/told'

/** What a browser tells of each element that has a role: its role, its name and where that is from, its states. */
const { told } = defineProps<{ told: Told }>()
const rows = computed(() => told.nodes.map((node) => ({ node, states: statesTold(node, told) })))
const least = computed(() => Math.min(0, ...told.nodes.map(({ depth }) => depth)))
</script>

<template>
  <table class="lines">
    <caption class="out-of-sight">
      Elements as assistive technology is told of them
    </caption>
    <thead>
      <tr>
        <th scope="col">Role</th>
        <th scope="col">Name</th>
        <th scope="col">Steady</th>
        <th scope="col">Changes with use</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="({ node, states }, i) in rows" :key="i">
        <th scope="row" :style="{ paddingInlineStart: `${(node.depth - least) * 16}px` }">
          {{ node.role }} <span class="code muted">{{ node.element }}</span>
        </th>
        <td>
          <template v-if="node.name">“{{ node.name }}”</template><span v-else class="muted">none</span>
          <span v-if="node.name && node.from" class="small muted"> from {{ node.from }}</span>
          <div v-if="node.description" class="small muted">described: {{ node.description }}</div>
        </td>
        <td class="code">
          <div v-for="state in states.filter(({ changes }) => !changes)" :key="state.state">
            {{ state.state }} {{ state.value }}
          </div>
        </td>
        <td class="code">
          <div v-for="state in states.filter(({ changes }) => changes)" :key="state.state">
            {{ state.state }} {{ state.value }}
          </div>
        </td>
      </tr>
    </tbody>
  </table>
</template>
