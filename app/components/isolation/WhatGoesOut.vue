<script setup lang="ts">
import type { RuleOut, Scoped } from '~~/core/isolation/bleed'
import { valuesTold } from '~~/core/isolation/isolation'
import type { Written } from '~~/core/made/sources'
import { placeOfRule } from '~~/core/read/places'

/** Rules of a component that change what a page has besides, and where each is written. */
const { rules, written, scoped, library, tag } = defineProps<{
  rules: readonly RuleOut[]
  written: Written | undefined
  /** What would come of a scope around its rules. */
  scoped: Scoped | undefined
  library: string
  tag: string
}>()
/** Rules of one kind that are listed. */
const most = 40
const groups = computed(() =>
  [
    { title: 'Whatever page it comes into', all: rules.filter(({ isNamed }) => !isNamed) },
    { title: 'A page that uses the same classes', all: rules.filter(({ isNamed }) => isNamed) },
  ]
    .filter(({ all }) => all.length)
    .map((group) => ({
      ...group,
      rules: group.all.slice(0, most),
      more: Math.max(0, group.all.length - most),
    })),
)
const placeOf = (selector: string) => written && placeOfRule(written, selector)
</script>

<template>
  <section aria-label="What it changes in a page">
    <h2 class="ruled">What it changes in a page</h2>
    <p v-if="!rules.length" class="good">
      <Mark name="seen" label="" /> Nothing: plain elements beside it are as they are without it.
    </p>
    <template v-for="group in groups" :key="group.title">
      <table class="lines">
        <caption>
          {{
            group.title
          }}
        </caption>
        <thead>
          <tr>
            <th scope="col">By its rule</th>
            <th scope="col">Changed</th>
            <th scope="col">What is otherwise</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="rule in group.rules" :key="rule.selector">
            <th scope="row">
              <span class="code">{{ rule.selector }}</span><template v-if="placeOf(rule.selector)"
                >,
                <NuxtLink
                  class="link code"
                  :to="{
                    path: `/${library}/source`,
                    query: {
                      path: placeOf(rule.selector)!.file,
                      line: placeOf(rule.selector)!.line,
                      of: tag,
                    },
                  }"
                  >{{ placeOf(rule.selector)!.file.split('/').at(-1) }}
                  {{ placeOf(rule.selector)!.line }}</NuxtLink
                ></template
              >
            </th>
            <td class="code">{{ rule.elements.join(', ') }}</td>
            <td class="small">{{ valuesTold(rule.values) }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="group.more" class="small muted">And {{ plural(group.more, 'rule') }} more.</p>
    </template>
    <div v-if="scoped" class="mend">
      <h3>What would mend it</h3>
      <p>
        Its rules in <code class="code">@scope ({{ scoped.within }}) { … }</code>, with
        <code class="code">:scope</code> where they mean that element itself:
        {{
          scoped.out
            ? `${plural(scoped.out, 'rule')} would still change a page`
            : 'nothing of a page is otherwise then'
        }},
        {{
          scoped.changes.length
            ? 'and of its own this would be:'
            : 'and all of its own values are as they are now.'
        }}
        <span class="muted small">Tried by a browser, with the rules it has.</span>
      </p>
      <ul v-if="scoped.changes.length">
        <li v-for="change in scoped.changes" :key="`${change.at} ${change.property}`" class="small">
          <span class="code">{{ change.at }}</span> {{ valuesTold([change]) }}
        </li>
      </ul>
    </div>
  </section>
</template>

<style scoped>
p {
  padding-top: 6px;
}
caption {
  text-align: start;
  padding: 8px 0 4px;
}
.mend {
  padding-top: 10px;
}
.mend h3 {
  font-size: 15px;
}
.mend ul {
  margin: 0;
  padding-inline-start: 20px;
}
td,
th {
  overflow-wrap: anywhere;
}
</style>
