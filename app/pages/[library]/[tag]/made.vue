<script setup lang="ts">
import { tokenPrefix } from '~~/core/release/package'
import { propertiesIn } from '~~/core/tokens/themes'
import type { z } from 'zod'
import { forFrame, modulesFor } from '~~/core/code/showing'
import { membersOf } from '~~/core/contract/contract'
import { isElement } from '~~/core/languages/languages'
import type { Problem } from '~~/core/problem'
import { dressFilters, dressRows, Sources } from '~~/core/made/sources'
import type { Dress, Node } from '~~/core/style/found'
import { writtenSchema } from '~~/core/wire'
import { surroundFromQuery, surroundToQuery } from '~~/core/surround'
import { dressingsOf } from '~~/core/style/dressing'

/**
 * What a component is made of: the markup it really rendered, and for each element what dresses it and from
 * where.
 */
const router = useRouter()
const { store, route, tag, standing, contract, face, css, themes } = useComponent('made of')

const usage = computed(() => usageFromQuery(route.query) ?? face.value)
const surround = shallowRef(surroundFromQuery(route.query, namesToWear(themes.value), store.baseTheme))
watch(surround, () => void changeAddress(router, surroundToQuery(surround.value, store.baseTheme)))
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
/** What each custom property is in a theme; worked out once a theme. */
const propertiesOf = computed(() => {
  const known = new Map<string, ReturnType<typeof propertiesIn>>()
  const all = themes.value
  return (theme: string) => {
    const properties = known.get(theme) ?? propertiesIn(all, theme, tokenPrefix(store.prefix))
    known.set(theme, properties)
    return properties
  }
})
const tokensOf = (theme: string, property: string) => propertiesOf.value(theme).get(property)?.chain ?? []
const sources = computed(
  () =>
    new Sources({
      tag: tag.value,
      isElement: contract.value !== undefined && isElement(contract.value),
      // another map each time something is known, so that what was not found is looked for again
      written: new Map(written),
      themes: themes.value,
      tokensOf,
      titleOf: store.title,
      propsOf: (of) => membersOf(store.find(of)!.contract, 'prop').map(({ name }) => name),
    }),
)
const dressings = computed(() => dress.value && dressingsOf(dress.value))
const filter = useAddressChoice('of', 'own')
const rows = computed(() => (dressings.value ? dressRows(dressings.value, filter.value) : []))
const lostCount = computed(() => (dressings.value ? dressRows(dressings.value, 'lost').length : 0))
const styledBy = computed(() =>
  (dress.value ? sources.value.dressers(dress.value) : []).map(
    ({ name, rules }) => `${name} (${plural(rules, 'rule')})`,
  ),
)
useKeys([
  {
    keys: 'p',
    does: 'pick an element by pointing at it',
    run: () => {
      picking.value = !picking.value
    },
  },
])
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
        <ComponentFindings :tag class="lead" />
        <ProblemList v-if="problems.length" :problems />
        <MarkupTree
          v-if="nodes.length"
          :nodes
          :chosen
          :place-of="(node) => sources.placeOfNode(node)"
          @choose="choose"
        />
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
                Object.entries(dressFilters).map(([value, title]) => ({
                  value,
                  title,
                  ...(value === 'lost' ? { note: String(lostCount) } : {}),
                }))
              "
            />.
          </p>
          <DressTable v-if="rows.length" :rows :dress :sources />
          <p v-else class="small muted">
            {{ filter === 'lost' ? 'Everything that is asked for is there.' : 'Nothing.' }}
          </p>
        </div>
      </section>
    </div>
  </main>
  <NotOnShelf v-else :tag />
</template>

<style scoped>
.made {
  display: flex;
  flex-direction: column;
  height: calc(100vh - var(--above, 44px));
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
@media (max-width: 800px) {
  .made {
    height: auto;
  }
  .two {
    display: flex;
    flex-direction: column;
  }
}
</style>
