<script setup lang="ts">
import { baseLanguage, madeUpLanguage, type Bundle } from '~~/core/messages/message'
import { messageRows, saysOf, type MessageRow } from '~~/core/messages/remarks'
import { messagesViewSchema, type MessagesView } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

/** What a library says by itself: every message in every language, and its components in two of them. */
const store = useLibrary()
useHead({ title: () => `Languages · ${store.library?.title} · Kept Shelf` })
const view = shallowRef<MessagesView>()
const problems = shallowRef<Problem[]>([])
const which = useAddressChoice('which', 'all')
const find = useAddressChoice('find', '')
watch(
  () => [store.slug, store.iconsStamp],
  async () => {
    try {
      view.value = await ask(messagesViewSchema, `/libraries/${store.slug}/messages`)
      problems.value = []
    } catch (error) {
      problems.value = problemsOf(error)
    }
  },
  { immediate: true },
)

const bundles = computed(() =>
  (view.value?.bundles ?? []).map((bundle, i) => ({
    bundle,
    i,
    base: baseLanguage(bundle),
    rows: messageRows(bundle),
  })),
)
const remarksIn = ({ said }: MessageRow) => Object.values(said).flatMap(({ remarks }) => remarks)
const kinds = {
  all: { title: 'All messages', has: () => true },
  remarked: { title: 'Messages with a remark', has: (row: MessageRow) => remarksIn(row).length > 0 },
  missing: {
    title: 'Messages that a language lacks',
    has: (row: MessageRow) => remarksIn(row).includes('missing'),
  },
  placeholders: {
    title: 'Messages that put in something else',
    has: (row: MessageRow) => remarksIn(row).includes('placeholders'),
  },
  long: { title: 'Messages that are much longer', has: (row: MessageRow) => remarksIn(row).includes('long') },
}
type Kind = keyof typeof kinds
const isKind = (text: string): text is Kind => text in kinds
const kind = computed<Kind>(() => (isKind(which.value) ? which.value : 'all'))
const rowsAll = computed(() => bundles.value.flatMap(({ rows }) => rows))
const kindOptions = computed(() =>
  (Object.keys(kinds) as Kind[]).map((value) => ({
    value,
    title: kinds[value].title,
    note: String(rowsAll.value.filter((row) => kinds[value].has(row)).length),
  })),
)
const isFound = ({ key, said }: MessageRow) =>
  [key, ...Object.values(said).map(({ message }) => message?.text ?? '')].some((text) =>
    text.toLowerCase().includes(find.value.toLowerCase()),
  )
const shownIn = (rows: readonly MessageRow[]) =>
  rows.filter((row) => kinds[kind.value].has(row) && isFound(row))
const usesOf = (bundle: number, key: string) =>
  view.value?.uses.find((use) => use.bundle === bundle && use.key === key)?.tags ?? []
const titleOfBundle = ({ path, name }: Bundle) => (name ? `${name} of ${path}` : path)
const share = (rows: readonly MessageRow[], tag: string) =>
  rows.length ? rows.filter(({ said }) => said[tag]?.message).length / rows.length : 1

const saying = computed(() => {
  const tags = new Set(view.value?.uses.flatMap((use) => use.tags) ?? [])
  return store.standing.filter(({ tag }) => tags.has(tag))
})
const languages = computed(() => store.library?.languages ?? [])
</script>

<template>
  <main class="languages">
    <div class="opening">
      <p class="sentence">
        <template v-if="rowsAll.length">
          <Choice
            :model-value="kind"
            label="Which messages"
            :options="kindOptions"
            @update:model-value="which = $event"
          />, in {{ plural(languages.length, 'language') }}.
          <span class="muted"
            >{{ capital(plural(saying.length, 'component')) }}
            {{ saying.length === 1 ? 'says' : 'say' }} something of
            {{ saying.length === 1 ? 'its' : 'their' }} own.</span
          >{{ ' '
          }}<NuxtLink
            class="link small"
            :to="{ path: `/${store.slug}/findings`, query: { rule: 'hard-coded-text' } }"
            >Texts that are in no message</NuxtLink
          >
        </template>
        <template v-else-if="view?.isRead === false"
          >Messages of this library were not looked for yet; they are when source comes in.</template
        >
        <template v-else-if="view"
          >No messages were found.
          <span class="muted"
            >They are found as a constant that holds texts by language, or as files that are alike but for the
            language in their path.</span
          ></template
        >
        <template v-else-if="!problems.length"><span class="muted">Looking at the messages …</span></template>
      </p>
    </div>
    <ProblemList v-if="problems.length" class="inset" :problems />
    <p v-if="rowsAll.length > 12" class="inset">
      <input
        v-model="find"
        class="field"
        type="search"
        placeholder="Find a key or a text"
        aria-label="Find a message"
      />
    </p>
    <section
      v-for="{ bundle, i, base, rows } in bundles"
      :key="titleOfBundle(bundle)"
      :aria-label="titleOfBundle(bundle)"
    >
      <div class="wide">
        <table class="listing">
          <caption class="small muted">
            {{
              titleOfBundle(bundle)
            }}
          </caption>
          <thead>
            <tr>
              <th scope="col">Message</th>
              <th v-for="{ tag } in bundle.languages" :key="tag" scope="col" :lang="tag">
                {{ titleOfLanguage(tag) }}
                <span class="small muted">{{
                  tag === base ? 'base' : `${Math.floor(share(rows, tag) * 100)} %`
                }}</span>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in shownIn(rows)" :key="row.key" :data-message="row.key">
              <th scope="row">
                <span class="code">{{ row.key }}</span>
                <p class="small">
                  <template v-for="(tag, t) in usesOf(i, row.key)" :key="tag"
                    ><template v-if="t">, </template
                    ><NuxtLink class="link" :to="`/${store.slug}/${tag}`">{{
                      store.title(tag)
                    }}</NuxtLink></template
                  ><span v-if="!usesOf(i, row.key).length" class="muted"
                    >asked for nowhere that is known</span
                  >
                </p>
              </th>
              <td v-for="{ tag } in bundle.languages" :key="tag">
                <NuxtLink
                  v-if="row.said[tag]?.message"
                  class="text"
                  :lang="tag"
                  :dir="isRightToLeft(tag) ? 'rtl' : 'ltr'"
                  :to="{
                    path: `/${store.slug}/source`,
                    query: { path: row.said[tag].message.file, line: row.said[tag].message.line },
                  }"
                  >{{ row.said[tag].message.text || '(empty)' }}</NuxtLink
                >
                <p v-for="remark in row.said[tag]?.remarks" :key="remark" class="small bad">
                  {{ saysOf(remark, row.said[tag]?.message, row.said[base]?.message) }}
                </p>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <p v-if="!shownIn(rows).length" class="inset muted">There are none.</p>
    </section>
    <LanguagesBeside v-if="saying.length" :standing="saying" :languages="[...languages, madeUpLanguage]" />
  </main>
</template>

<style scoped>
.languages {
  padding-bottom: 48px;
}
.wide {
  overflow-x: auto;
}
caption {
  text-align: left;
  padding: 10px 0 4px;
}
tbody th p {
  font-weight: 400;
}
p {
  margin: 2px 0 0;
}
.text:hover {
  color: var(--kelp);
}
</style>
