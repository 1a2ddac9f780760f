<script setup lang="ts">
import { differencesOf, type Pair } from '~~/core/compare/markup'
import type { MemberChange } from '~~/core/contract/changes'
import { kindTitle } from '~~/core/contract/contract'
import type { Node } from '~~/core/style/found'

/** What is not the same in two renderings: members of the contract, markup, and how elements are drawn. */
const { pairs, contractApart } = defineProps<{
  pairs: readonly Pair[]
  contractApart: readonly MemberChange[]
}>()
const apart = computed(() => differencesOf([...pairs]))
const markupApart = computed(() =>
  apart.value.filter(
    (difference) =>
      !difference.left ||
      !difference.right ||
      difference.left.is === 'text' ||
      difference.attributes.length > 0,
  ),
)
const drawnApart = computed(() => apart.value.filter((difference) => difference.styles.length > 0))
const summary = computed(() => {
  const text = [
    plural(contractApart.length, 'member of the contract differs', 'members of the contract differ'),
    plural(markupApart.value.length, 'line of markup differs', 'lines of markup differ'),
    plural(drawnApart.value.length, 'element is drawn otherwise', 'elements are drawn otherwise'),
  ]
    .filter((text) => !text.startsWith('no '))
    .join(', ')
  return capital(text)
})
const label = (node: Node | undefined) =>
  node
    ? node.is === 'text'
      ? `“${node.name}”`
      : node.is === 'tree'
        ? `the tree of ${node.name}`
        : `${node.name}${node.attributes
            .filter(([name]) => ['id', 'class', 'part', 'name'].includes(name))
            .map(([name, value]) => ` ${name}="${value}"`)
            .join('')}`
    : 'not there'
</script>

<template>
  <section class="apart" aria-label="What differs">
    <p v-if="apart.length === 0 && contractApart.length === 0" role="status">
      The same markup, drawn the same, in every one of {{ plural(pairs.length, 'line') }}.
    </p>
    <template v-else>
      <p class="small muted" role="status">{{ summary }}.</p>
      <table v-if="contractApart.length">
        <caption>
          Contract
        </caption>
        <tbody>
          <tr v-for="difference in contractApart" :key="difference.member.kind + difference.member.name">
            <th scope="row">
              <span class="code">{{ difference.member.name }}</span>{{ ' ' }}
              <span class="small muted">{{ kindTitle(difference.member.kind) }}</span>
            </th>
            <td colspan="2">
              {{
                { new: 'only on the left', gone: 'only on the right', changed: 'changed' }[difference.change]
              }}<span v-if="difference.says" class="code small">, {{ difference.says }}</span>
            </td>
          </tr>
        </tbody>
      </table>
      <table v-if="markupApart.length">
        <caption>
          Markup
        </caption>
        <tbody>
          <tr v-for="(pair, i) in markupApart" :key="i">
            <th scope="row" class="code">{{ label(pair.left ?? pair.right) }}</th>
            <template v-if="pair.left && pair.right && pair.left.is !== 'text'"
              ><td class="code">
                <div v-for="attribute in pair.attributes" :key="attribute.name">
                  {{ attribute.name
                  }}{{
                    attribute.left === undefined
                      ? ' is not set'
                      : attribute.left
                        ? `="${attribute.left}"`
                        : ''
                  }}
                </div>
              </td>
              <td class="code">
                <div v-for="attribute in pair.attributes" :key="attribute.name">
                  {{ attribute.name
                  }}{{
                    attribute.right === undefined
                      ? ' is not set'
                      : attribute.right
                        ? `="${attribute.right}"`
                        : ''
                  }}
                </div>
              </td></template
            >
            <template v-else
              ><td class="code">
                {{ pair.left ? (pair.left.is === 'text' ? label(pair.left) : 'there') : 'not there' }}
              </td>
              <td class="code">
                {{ pair.right ? (pair.right.is === 'text' ? label(pair.right) : 'there') : 'not there' }}
              </td></template
            >
          </tr>
        </tbody>
      </table>
      <table v-if="drawnApart.length">
        <caption>
          Drawn otherwise
        </caption>
        <tbody>
          <template v-for="pair in drawnApart" :key="pair.left!.id">
            <tr v-for="(style, i) in pair.styles" :key="style.property">
              <th v-if="i === 0" scope="rowgroup" :rowspan="pair.styles.length" class="code">
                {{ label(pair.left) }}
              </th>
              <td class="code">
                <span class="muted">{{ style.property }}</span>{{ ' ' }}
                <PaintedValue :value="style.left" />
              </td>
              <td class="code">
                <PaintedValue :value="style.right" />
              </td>
            </tr>
          </template>
        </tbody>
      </table>
    </template>
  </section>
</template>

<style scoped>
.apart {
  padding: 10px 24px 32px;
}
table {
  width: 100%;
  border-collapse: collapse;
  table-layout: fixed;
  margin-top: 14px;
}
caption {
  text-align: left;
  font: 500 16px/24px var(--name);
}
tr > * {
  border-top: 1px solid var(--rule);
  padding: 3px 16px 3px 0;
  vertical-align: top;
  text-align: left;
  font-weight: 400;
  font-size: 12px;
  line-height: 20px;
  overflow-wrap: anywhere;
}
</style>
