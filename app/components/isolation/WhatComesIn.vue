<script setup lang="ts">
import { foreignTexts } from '~~/core/isolation/foreign'
import { orderTexts, valuesTold, type ElementIn, type PageTold } from '~~/core/isolation/isolation'

/** What each foreign page changes in a component, and how it gets there. */
const { pages } = defineProps<{ pages: readonly PageTold[] }>()
const howTexts = {
  rule: 'its rule',
  down: 'comes down from what is around it',
  scaled: 'is counted in sizes of type',
}
const isTouched = ({ elements, cut }: PageTold) => elements.length > 0 || cut.length > 0
const touched = computed(() => pages.filter(isTouched))
const untouched = computed(() => pages.filter((page) => !isTouched(page)))
const howOf = ({ how, selectors }: ElementIn) => (how === 'rule' ? selectors.join('; ') : howTexts[how])
</script>

<template>
  <section aria-label="What a page changes in it">
    <h2 class="ruled">What a page changes in it</h2>
    <p v-if="!touched.length" class="good"><Mark name="seen" label="" /> Nothing, in any of the pages.</p>
    <table v-else class="lines">
      <caption class="out-of-sight">
        What each page changes in it
      </caption>
      <thead>
        <tr>
          <th scope="col">In</th>
          <th scope="col">Of it</th>
          <th scope="col">By</th>
          <th scope="col">What is otherwise</th>
        </tr>
      </thead>
      <tbody v-for="page in touched" :key="page.name">
        <tr v-for="(element, i) in page.elements" :key="i">
          <th scope="row" :class="{ again: i > 0 }">{{ foreignTexts[page.name].title }}</th>
          <td>
            <span class="code">{{ element.at }}</span><template v-if="element.count > 1"
              ><span class="muted"> and {{ element.count - 1 }} more</span></template
            >
          </td>
          <td>
            <span :class="{ code: element.how === 'rule' }">{{ howOf(element) }}</span><span
              v-if="orderTexts[element.order]"
              class="muted small"
              >, {{ orderTexts[element.order] }}</span
            >
          </td>
          <td class="small">{{ valuesTold(element.values) }}</td>
        </tr>
        <tr v-for="cut in page.cut" :key="cut.at">
          <th scope="row">{{ foreignTexts[page.name].title }}</th>
          <td>
            <span class="code">{{ cut.at }}</span>
          </td>
          <td />
          <td class="bad small">cuts off what it shows</td>
        </tr>
      </tbody>
    </table>
    <p v-if="touched.length && untouched.length" class="small muted">
      It is the same in {{ untouched.map(({ name }) => foreignTexts[name].title).join(', in ') }}.
    </p>
  </section>
</template>

<style scoped>
p {
  padding-top: 6px;
}
table {
  table-layout: fixed;
}
th:nth-child(1) {
  width: 17%;
}
th:nth-child(2),
th:nth-child(3) {
  width: 20%;
}
.again {
  color: transparent;
}
td {
  overflow-wrap: anywhere;
}
</style>
