<script setup lang="ts">
import { summaryOf } from '~~/core/accessible/summary'

/** What assistive technology is told of a component, and which keys it answers, for its readers. */
const { tag } = defineProps<{ tag: string }>()
const store = useLibrary()
const { accessible } = useAccessible(toRef(() => tag))
const rows = computed(() => (accessible.value?.told[0] ? summaryOf(accessible.value.told[0]) : []))
</script>

<template>
  <section v-if="rows.length" aria-label="With keyboard and assistive technology">
    <h2 class="ruled">With keyboard and assistive technology</h2>
    <table class="lines">
      <thead>
        <tr>
          <th scope="col">What it is told as</th>
          <th scope="col">With it</th>
          <th scope="col">Changes with use</th>
          <th scope="col">Keys</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.what">
          <th scope="row">{{ row.what }}</th>
          <td class="code">{{ row.steady.join(', ') }}</td>
          <td class="code">{{ row.changing.join(', ') }}</td>
          <td>
            <div v-for="answer in row.keys" :key="answer.keys.join()">
              <b>{{ answer.keys.join(', ') }}</b>: {{ answer.does.join('; ') }}
            </div>
          </td>
        </tr>
      </tbody>
    </table>
    <p class="small muted">
      Seen in a browser{{ accessible!.current ? '' : ', before it was changed' }}.
      <NuxtLink class="link" :to="`/${store.slug}/${tag}/accessible`">All of it, and what is wrong</NuxtLink>
    </p>
  </section>
</template>

<style scoped>
tbody th {
  width: 220px;
}
p {
  padding-top: 6px;
}
</style>
