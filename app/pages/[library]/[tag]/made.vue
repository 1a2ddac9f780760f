<script setup lang="ts">
import type { z } from 'zod'
import { forFrame, modulesFor } from '~~/core/code/showing'
import { membersOf } from '~~/core/contract/contract'
import type { Place } from '~~/core/contract/member'
import { isElement } from '~~/core/languages/languages'
import type { Problem } from '~~/core/problem'
import { placeOfElement, placeOfRule } from '~~/core/read/places'
import type { Dress, Found, Node } from '~~/core/style/found'
import { writtenSchema } from '~~/core/wire'
import { surroundFromQuery, surroundToQuery } from '~~/core/surround'
import { dressingsOf, type Dressing } from '~~/core/style/dressing'

/**
 * What a component is made of: the markup it really rendered, and for each element what dresses it and from
 * where.
 */
const router = useRouter()
const { store, route, tag, standing, contract, face, css, themes } = useComponent('made of')

const usage = computed(() => usageFromQuery(route.query) ?? face.value)
const surround = shallowRef(
  surroundFromQuery(
    route.query,
    themes.value.map((theme) => theme.name),
    store.baseTheme,
  ),
)
watch(
  surround,
  () =>
    void router.replace({
      query: { ...route.query, ...surroundToQuery(surround.value, store.baseTheme) },
      hash: route.hash,
    }),
)
const modules = computed(() => modulesFor(tag.value, usage.value, store.moduleOf))
const target = computed(() =>
  contract.value && modules.value
    ? {
        tag: tag.value,
        modules: modules.value,
        usage: forFrame(usage.value, (other) => store.find(other)?.contract, tag.value),
        listen: [],
      }
    : undefined,
)

const frame = useTemplateRef<{
  markup: () => void
  dress: (node: number, pseudo: '' | '::before' | '::after') => void
  ring: (node: number | null, pick: boolean) => void
}>('frame')
const nodes = shallowRef<Node[]>([])
const dress = shallowRef<Dress>()
/** What is chosen, by where it stands among the lines: nodes are others each time it is rendered. */
const at = useAddressChoice('at', '')
const picking = ref(false)
const chosen = computed(() => {
  const [place, pseudo = ''] = at.value.split('::')
  const node =
    place === ''
      ? nodes.value.find((node) => node.is === 'element')
      : nodes.value.filter((node) => node.is === 'element')[Number(place)]
  return node && { node, pseudo: pseudo ? (`::${pseudo}` as '::before' | '::after') : ('' as const) }
})
const elements = computed(() => nodes.value.filter((node) => node.is === 'element'))
const choose = (node: Node, pseudo = '') => {
  at.value = `${elements.value.indexOf(node)}${pseudo}`
}
function askDress() {
  if (!chosen.value) return
  frame.value?.ring(chosen.value.node.id, picking.value)
  frame.value?.dress(chosen.value.node.id, chosen.value.pseudo)
}
watch([() => chosen.value?.node.id, () => chosen.value?.pseudo, picking], askDress)
let later: ReturnType<typeof setTimeout> | undefined
function onPainted() {
  const look = () => {
    frame.value?.markup()
    askDress()
  }
  look()
  // what it does a little later is part of what it is made of
  clearTimeout(later)
  later = setTimeout(look, 300)
}
onUnmounted(() => clearTimeout(later))
function onPicked(id: number) {
  const node = nodes.value.find((node) => node.id === id)
  picking.value = false
  if (node) choose(node)
}

const problems = ref<Problem[]>([])
const written = shallowReactive(new Map<string, z.infer<typeof writtenSchema>>())
const components = computed(() =>
  [...new Set([tag.value, ...nodes.value.map((node) => node.of)])].filter((text) => store.find(text)),
)
watch(
  components,
  async (tags) => {
    for (const tag of tags.filter((tag) => !written.has(tag))) {
      try {
        written.set(tag, await ask(writtenSchema, `/libraries/${store.slug}/components/${tag}/written`))
      } catch (error) {
        problems.value = problemsOf(error)
      }
    }
  },
  { immediate: true },
)
const standsAsElement = computed(() => contract.value !== undefined && isElement(contract.value))
/** Where an element is written: in the component in whose own markup it stands. */
function placeOf(node: Node): Place | undefined {
  const of = written.get(standsAsElement.value && node.of === tag.value && node.depth === 0 ? '' : node.of)
  return of && placeOfElement(of, node.name, Object.fromEntries(node.attributes))
}
/** Lines of source by node: looked for once, not at each drawing. */
const places = computed(() => new Map(elements.value.map((node) => [node.id, placeOf(node)])))
const placeOfFound = (found: Found): Place | undefined => {
  if (found.attached || found.by === 'themes' || found.by === 'surround') return undefined
  for (const text of found.of ? [found.of] : [tag.value, ...written.keys()]) {
    const place = written.get(text) && placeOfRule(written.get(text)!, found.selector)
    if (place) return place
  }
  return undefined
}
/** The theme whose rule it is: that its selector names last. */
const themeOf = (found: Found) => {
  const [, name] = [...found.selector.matchAll(/\[data-theme="([^"]+)"\]/g)].at(-1) ?? []
  return (
    (themes.value.find((theme) => theme.name === name) ?? themes.value.find((theme) => theme.on === null))
      ?.title ?? ''
  )
}
/** Who says it, in words. */
function who(found: Found): string {
  if (found.by === 'surround') return 'the surround'
  if (found.by === 'themes') return `theme ${themeOf(found)}`
  const of = found.of === tag.value ? 'its own' : found.of ? `${store.title(found.of)}’s` : ''
  if (found.attached) return of ? `${of} style attribute` : 'a style attribute'
  return of ? `${of} sheet` : 'a sheet of the page'
}
/** Props that a value set by script is made from. */
function feeds(property: string): { names: string[]; place: Place; of: string } | undefined {
  for (const [of, value] of written) {
    const fed = value.feeds.find((feed) => feed.property === property)
    if (fed)
      return {
        names: membersOf(store.find(of)!.contract, 'prop')
          .map((prop) => prop.name)
          .filter((name) => fed.names.includes(name)),
        place: fed.place,
        of,
      }
  }
  return undefined
}

const attribute = (node: Node, name: string) => node.attributes.find(([value]) => value === name)?.[1]
const parts = (node: Node) => (attribute(node, 'part') ?? '').split(/\s+/).filter(Boolean)
const dressings = computed(() => dress.value && dressingsOf(dress.value))
const filters = {
  own: 'what is declared for it',
  custom: 'custom properties it asks for',
  lost: 'what came to nothing',
  taken: 'what it takes over from around it',
} as const
const filter = useAddressChoice('of', 'own')
const rows = computed<Dressing[]>(() => {
  const { own = [], taken = [] } = dressings.value ?? {}
  if (filter.value === 'taken') return taken
  if (filter.value === 'lost') return [...own, ...taken].filter((dressing) => dressing.lost)
  if (filter.value === 'custom')
    return own.filter((dressing) => dressing.paths.length > 0 || dressing.property.startsWith('--'))
  return own
})
const lost = computed(
  () =>
    [...(dressings.value?.own ?? []), ...(dressings.value?.taken ?? [])].filter((dressing) => dressing.lost)
      .length,
)
const styledBy = computed(() => {
  const own = dress.value?.chain[0]?.declared ?? []
  const sheets = new Map<string, Set<string>>()
  for (const entry of own) sheets.set(who(entry), (sheets.get(who(entry)) ?? new Set()).add(entry.selector))
  return [...sheets].map(([name, rules]) => `${name} (${plural(rules.size, 'rule')})`)
})
const open = ref<string>()

function move(event: KeyboardEvent) {
  const list = elements.value
  const now = chosen.value ? list.indexOf(chosen.value.node) : -1
  const { depth } = list[now] ?? { depth: 0 }
  const next = {
    ArrowDown: now + 1,
    ArrowUp: now - 1,
    Home: 0,
    End: list.length - 1,
    ArrowLeft: list.findLastIndex((item, i) => i < now && item.depth < depth),
    ArrowRight: list[now + 1] && list[now + 1]!.depth > depth ? now + 1 : -1,
  }[event.key]
  if (next === undefined) return
  event.preventDefault()
  const node = list[next]
  if (!node) return
  choose(node)
  void nextTick(() => document.getElementById(`node-${node.id}`)?.scrollIntoView({ block: 'nearest' }))
}
useKeys([
  {
    keys: 'p',
    does: 'pick an element by pointing at it',
    run: () => {
      picking.value = !picking.value
    },
  },
])
const sourceOf = (place: Place, of: string) => ({
  path: `/${store.slug}/source`,
  query: { path: place.file, line: place.line, of },
})
const short = (place: Place) => `${place.file.split('/').at(-1)} ${place.line}`
</script>

<template>
  <main v-if="standing && contract" class="made">
    <ComponentHead :standing view="made" />
    <div class="two">
      <section class="markup" aria-label="Markup">
        <p class="small muted lead">
          What it really rendered, its own trees included.
          <button type="button" class="link" :aria-pressed="picking" @click="picking = !picking">
            {{ picking ? 'Point at it now' : 'Pick by pointing' }} <span class="key">p</span>
          </button>
        </p>
        <ProblemList v-if="problems.length" :problems />
        <div
          v-if="nodes.length"
          class="lines code"
          role="tree"
          aria-label="The markup it rendered"
          tabindex="0"
          :aria-activedescendant="chosen ? `node-${chosen.node.id}` : undefined"
          @keydown="move"
        >
          <template v-for="node in nodes" :key="node.id">
            <div
              v-if="node.is === 'element'"
              :id="`node-${node.id}`"
              class="line"
              role="treeitem"
              :aria-level="node.depth + 1"
              :aria-selected="chosen?.node === node"
              :class="{ on: chosen?.node === node }"
              :style="{ paddingInlineStart: `${16 + node.depth * 14}px` }"
              @click="choose(node)"
            >
              <span class="what"
                ><b>{{ node.name }}</b
                ><template v-for="[name, value] in node.attributes" :key="name"
                  ><span class="attribute muted"
                    >{{ name
                    }}<template v-if="value"
                      >="{{ value.length > 40 ? `${value.slice(0, 40)}…` : value }}"</template
                    ></span
                  ></template
                ></span
              >
              <span class="notes small">
                <span v-for="part in parts(node)" :key="part">part {{ part }}</span>
                <span v-if="node.slot !== null"
                  >put into {{ node.slot ? `slot ${node.slot}` : 'the slot without a name' }}</span
                >
                <span v-if="node.name === 'slot'"
                  >slot {{ attribute(node, 'name') || 'without a name' }}</span
                >
                <button
                  v-for="pseudo in node.pseudo"
                  :key="pseudo"
                  type="button"
                  class="link"
                  tabindex="-1"
                  :class="{ now: chosen?.node === node && chosen.pseudo === pseudo }"
                  @click.stop="choose(node, pseudo)"
                >
                  {{ pseudo }}
                </button>
                <NuxtLink
                  v-if="places.get(node.id)"
                  class="link"
                  tabindex="-1"
                  :to="sourceOf(places.get(node.id)!, node.of)"
                  @click.stop
                  >{{ short(places.get(node.id)!) }}</NuxtLink
                >
              </span>
            </div>
            <div
              v-else-if="node.is === 'text'"
              class="line text"
              :style="{ paddingInlineStart: `${16 + node.depth * 14}px` }"
            >
              {{ node.name }}
            </div>
            <div v-else class="line tree" :style="{ paddingInlineStart: `${16 + node.depth * 14}px` }">
              its own tree
            </div>
          </template>
        </div>
        <p v-else class="muted lead">
          {{
            modules
              ? 'Nothing was rendered yet.'
              : `There is no rendering: ${standing.rendering.problems[0]?.what ?? 'it was never built.'}`
          }}
        </p>
      </section>
      <section class="side" aria-label="What dresses it">
        <SurroundSentence v-model="surround" :contract />
        <div class="ground" :class="{ picking }">
          <PreviewFrame
            v-if="target"
            ref="frame"
            :key="target.modules[0]!.module"
            :target
            :css
            :preview="store.library!.preview"
            :title="`${store.title(tag)}, alone`"
            :surround
            @painted="onPainted"
            @markup="nodes = $event"
            @dress="dress = $event ?? undefined"
            @picked="onPicked"
          />
        </div>
        <div v-if="chosen && dress" class="dress">
          <h2 class="code">{{ dress.chain[0]?.label }}</h2>
          <p class="small">
            <template v-if="chosen.node.slot !== null"
              >It belongs to the page, which puts it into
              {{ chosen.node.slot ? `slot ${chosen.node.slot}` : 'the slot without a name' }}.
            </template>
            <template v-if="styledBy.length">Dressed by {{ styledBy.join(', ') }}. </template
            ><template v-else>Nobody dresses it but the browser. </template> Shown is
            <Choice
              v-model="filter"
              label="Shown is"
              :options="
                Object.entries(filters).map(([value, title]) => ({
                  value,
                  title,
                  ...(value === 'lost' ? { note: String(lost) } : {}),
                }))
              "
            />.
          </p>
          <table v-if="rows.length" class="rows">
            <colgroup>
              <col class="name" />
              <col class="value-of" />
              <col />
            </colgroup>
            <thead class="sr">
              <tr>
                <th>Property</th>
                <th>Value</th>
                <th>Where it comes from</th>
              </tr>
            </thead>
            <tbody>
              <template v-for="row in rows" :key="row.property">
                <tr :class="{ lost: row.lost }">
                  <th scope="row" class="code">
                    <button
                      type="button"
                      class="plain"
                      :aria-expanded="open === row.property"
                      @click="open = open === row.property ? undefined : row.property"
                    >
                      {{ row.property }}
                    </button>
                  </th>
                  <td class="code value">
                    <span
                      v-if="/^(rgb|#|color\(|oklch|hsl)/.test(row.value)"
                      class="chip"
                      :style="{ background: row.value }"
                    />{{ row.value || '(nothing)' }}
                  </td>
                  <td class="small">
                    <template v-if="row.origin.is !== 'browser'">
                      <span v-if="row.origin.is === 'inherited'"
                        >from <span class="code">{{ dress.chain[row.origin.at]?.label }}</span>:
                      </span>
                      <FoundPlace
                        :found="row.origin.winner"
                        :who="who(row.origin.winner)"
                        :place="placeOfFound(row.origin.winner)"
                        :library="store.slug"
                      />
                      <span v-if="row.lost" class="bad"> comes to nothing, as if it were not set</span>
                      <span v-else-if="row.origin.over.length" class="muted">
                        over {{ plural(row.origin.over.length, 'other') }}</span
                      >
                    </template>
                  </td>
                </tr>
                <tr v-if="open === row.property && row.origin.is !== 'browser'" class="more">
                  <td colspan="3">
                    <p class="code small">
                      {{ row.origin.winner.as ? `${row.origin.winner.as}: ` : '' }}{{ row.origin.winner.value
                      }}{{ row.origin.winner.important ? ' !important' : '' }}
                    </p>
                    <p v-if="feeds(row.property)" class="small">
                      It is fed by
                      <template v-if="feeds(row.property)!.names.length">{{
                        feeds(row.property)!.names.join(', ')
                      }}</template><template v-else>code</template>,
                      <NuxtLink
                        class="link code"
                        :to="sourceOf(feeds(row.property)!.place, feeds(row.property)!.of)"
                        >{{ short(feeds(row.property)!.place) }}</NuxtLink
                      >
                    </p>
                    <PathSteps
                      v-for="path in row.paths"
                      :key="path.name"
                      :path
                      :chain="dress.chain"
                      :who
                      :place="placeOfFound"
                      :feeds
                      :library="store.slug"
                    />
                    <p v-for="(other, i) in row.origin.over" :key="i" class="small muted">
                      Not <span class="code over">{{ other.value }}</span>,
                      <FoundPlace
                        :found="other"
                        :who="who(other)"
                        :place="placeOfFound(other)"
                        :library="store.slug"
                      />
                    </p>
                  </td>
                </tr>
              </template>
            </tbody>
          </table>
          <p v-else class="small muted">
            {{ filter === 'lost' ? 'Everything that is asked for is there.' : 'Nothing.' }}
          </p>
        </div>
      </section>
    </div>
  </main>
  <main v-else class="lost-page">
    <h1>Not on this shelf</h1>
    <NuxtLink class="act" :to="`/${store.slug}`">To the shelf</NuxtLink>
  </main>
</template>

<style scoped>
.made {
  display: flex;
  flex-direction: column;
  height: calc(100vh - 44px);
  min-height: 620px;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  flex: 1;
  min-height: 0;
}
.markup {
  display: flex;
  flex-direction: column;
  min-width: 0;
  min-height: 0;
}
.lead {
  padding: 8px 24px;
  border-bottom: 1px solid var(--rule);
  flex: none;
}
.lines {
  overflow: auto;
  flex: 1;
  font-size: 12px;
  line-height: 22px;
  padding: 4px 0 24px;
}
.lines:focus-visible {
  outline-offset: -3px;
}
.line {
  display: flex;
  gap: 12px;
  justify-content: space-between;
  padding-inline-end: 16px;
  border-inline-start: 3px solid transparent;
  cursor: pointer;
}
.line:hover {
  background: var(--sheet);
}
.line.on {
  border-color: var(--kelp);
  background: var(--sheet);
}
.line b {
  font-weight: 600;
}
.what {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  min-width: 0;
}
.attribute {
  margin-left: 1ch;
}
.notes {
  display: flex;
  gap: 12px;
  flex: none;
  color: var(--muted);
  white-space: nowrap;
  font-family: var(--ui);
}
.notes .now {
  font-weight: 600;
  border-bottom-style: solid;
}
.text,
.tree {
  cursor: default;
  font-family: var(--name);
  font-size: 13px;
  color: var(--muted);
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.tree {
  font-style: italic;
}
.side {
  border-left: 1px solid var(--rule);
  display: flex;
  flex-direction: column;
  min-width: 0;
  min-height: 0;
}
.ground {
  height: 200px;
  flex: none;
  background: var(--sheet);
  border-bottom: 1px solid var(--rule);
}
.picking {
  outline: 2px solid var(--kelp);
  outline-offset: -2px;
}
.dress {
  overflow: auto;
  flex: 1;
  padding: 10px 20px 24px;
}
h2 {
  font-size: 14px;
  line-height: 20px;
  font-weight: 600;
}
.rows {
  width: 100%;
  border-collapse: collapse;
  margin-top: 6px;
  table-layout: fixed;
}
.name {
  width: 25%;
}
.value-of {
  width: 27%;
}
.rows tr > * {
  border-top: 1px solid var(--rule);
  padding: 2px 8px 2px 0;
  vertical-align: top;
  text-align: left;
  font-weight: 400;
  overflow-wrap: anywhere;
}
.rows .plain {
  border: 0;
  background: none;
  padding: 0;
  font: 400 12px/20px var(--code);
  color: var(--ink);
  cursor: pointer;
  text-align: left;
  border-bottom: 1px dotted var(--muted);
}
.rows .plain:hover {
  border-color: var(--kelp);
}
.value {
  font-size: 12px;
  line-height: 20px;
}
.chip {
  display: inline-block;
  width: 10px;
  height: 10px;
  margin-right: 6px;
  border: 1px solid var(--rule);
  vertical-align: -1px;
}
.more td {
  border-top: 0;
  padding: 0 0 8px 16px;
}
.more p {
  margin: 0;
}
.over {
  text-decoration: line-through;
}
.sr {
  position: absolute;
  clip-path: inset(50%);
  width: 1px;
  height: 1px;
  overflow: hidden;
}
.lost-page {
  padding: 40px 24px;
  display: grid;
  gap: 12px;
  justify-items: start;
}
@media (max-width: 800px) {
  .made {
    height: auto;
  }
  .two {
    display: flex;
    flex-direction: column;
  }
  .lines {
    max-height: 320px;
  }
}
</style>
