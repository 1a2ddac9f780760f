<script setup lang="ts">
import { plainSurround } from '~~/core/surround'
import { codeStyles, stylesOf, type CodeStyle } from '~~/core/code/frameworks'
import { firstExamples } from '~~/core/code/examples'
import { forFrame, modulesFor } from '~~/core/code/showing'
import type { Usage } from '~~/core/code/usage'
import { ruledOut } from '~~/core/variants/combination'

/**
 * The page a reader gets of a component: what it is for, live examples with their code, and all it offers.
 */
definePageMeta({ visitors: true, versions: true })
const { store, route, tag, standing, contract, css } = useComponent('guide')

provideLooks(tag)
const theme = useAddressChoice('theme', store.baseTheme)
const chosenStyle = useAddressChoice('code', 'html')
const styles = computed(() => (contract.value ? stylesOf(contract.value) : []))
const style = computed<CodeStyle>(
  () => styles.value.find((style) => style === chosenStyle.value) ?? styles.value[0] ?? 'html',
)
const contractOf = (other: string) => store.find(other)?.contract

const { problems, for: wordsFor, written } = useWords(tag)
const { saved, problems: exampleProblems, add, remove } = useExamples(tag)
const combinations = useCombinations(tag)
const { faceOf } = useFirstShowing()
const face = computed(() => (standing.value ? faceOf(standing.value) : undefined))
const starters = computed<ReadableExample[]>(() =>
  saved.value.filter((entry) => entry.starter).map((entry) => ({ ...entry, anchor: anchorOf(entry.name) })),
)
const savedExamples = computed<ReadableExample[]>(() =>
  saved.value
    .filter((entry) => !entry.face && !entry.starter)
    .map((entry) => ({ ...entry, anchor: anchorOf(entry.name) })),
)
/** What the contract suggests and nobody has kept. */
const made = computed<ReadableExample[]>(() =>
  (contract.value ? firstExamples(contract.value, store.title(tag.value), face.value, saved.value) : [])
    .filter(({ usage }) => !ruledOut(contract.value!, usage, combinations.never.value).length)
    .map((example) => ({ ...example, id: undefined, anchor: anchorOf(example.name) })),
)
const host = frameName()
const targetOf = (usage: Usage) => {
  const modules = modulesFor(tag.value, usage, store.moduleOf)
  return modules
    ? { tag: tag.value, modules, usage: forFrame(usage, contractOf, tag.value), listen: [] }
    : undefined
}

const keep = ({ name, usage, surround, notes }: ReadableExample) =>
  add({ name, usage, ...(surround ? { surround } : {}), ...(notes ? { notes } : {}) })
const letGo = (readable: ReadableExample) => {
  const example = saved.value.find(({ id }) => id === readable.id)
  return example && remove(example)
}

const usedBy = computed(() =>
  store.standing.filter((component) => component.contract.uses.some((use) => use.tag === tag.value)),
)
onMounted(() => {
  if (route.hash)
    setTimeout(() => document.getElementById(decodeURIComponent(route.hash.slice(1)))?.scrollIntoView(), 400)
})
onMounted(() => {
  if (!store.evidence) void store.loadEvidence().catch(() => undefined)
})
</script>

<template>
  <main v-if="standing && contract && face">
    <ComponentHead :standing view="guide" />
    <div class="page">
      <ProblemList :problems="[...problems, ...exampleProblems, ...combinations.problems.value]" />
      <section class="purpose" aria-label="Purpose">
        <div class="words-on">
          <MemberWords
            :tag
            member="component:"
            title="the component"
            :words="wordsFor('component:')"
            :comment="contract.summary || undefined"
            @written="written"
          />
          <div class="when">
            <div>
              <h3>When to use it</h3>
              <MemberWords
                :tag
                member="guide:when"
                title="when to use it"
                :words="wordsFor('guide:when')"
                :comment="undefined"
                @written="written"
              />
            </div>
            <div>
              <h3>When not</h3>
              <MemberWords
                :tag
                member="guide:when-not"
                title="when not to use it"
                :words="wordsFor('guide:when-not')"
                :comment="undefined"
                @written="written"
              />
            </div>
          </div>
        </div>
        <div class="face">
          <PreviewFrame
            v-if="targetOf(face)"
            :target="targetOf(face)"
            :css
            :preview="store.library!.preview"
            :host
            :title="`${store.title(tag)}, as on the shelf`"
            :surround="plainSurround(theme)"
          />
        </div>
      </section>

      <p class="sentence">
        Examples dressed in
        <Choice v-model="theme" label="Theme" :options="store.themeChoices" />, with code for
        <Choice
          v-if="styles.length > 1"
          v-model="chosenStyle"
          label="Code for"
          :options="styles.map((value) => ({ value, title: codeStyles[value] }))"
        /><b v-else>{{ codeStyles[style] }}</b
        >.
      </p>
      <VariantPlate
        :contract
        :face
        :theme
        :code-style="style"
        :host
        :words-for="wordsFor"
        :combinations
        @written="written"
      />
      <GuideStates :contract :face :theme :words-for="wordsFor" />
      <section v-if="starters.length" class="starters" aria-label="Starters">
        <h2 class="ruled">Starters</h2>
        <div class="examples">
          <ExampleFigure
            v-for="starter in starters"
            :key="starter.anchor"
            :of="starter"
            :tag
            :theme
            :code-style="style"
            :host
            open
          />
        </div>
        <p class="small">
          <NuxtLink class="link" :to="`/${store.slug}/starters`"
            >Every starter in {{ store.library?.title }}</NuxtLink
          >
        </p>
      </section>
      <template
        v-for="[title, list] in [
          ['', savedExamples],
          ['made', made],
        ] as const"
        :key="title"
      >
        <p v-if="title && list.length" class="small muted">
          Made by us from the contract, until somebody saves them:
        </p>
        <div v-if="list.length" class="examples" :class="title">
          <ExampleFigure
            v-for="item in list"
            :key="item.anchor"
            :of="item"
            :tag
            :theme
            :code-style="style"
            :host
          >
            <template v-if="store.may.write" #acts
              ><button v-if="item.id" type="button" class="link small" @click="letGo(item)">Delete</button
              ><button v-else type="button" class="link small" @click="keep(item)">Save</button></template
            >
          </ExampleFigure>
        </div>
      </template>

      <GuideContract :contract :words-for="wordsFor" />
      <GuideAccessible v-if="store.isNow" :tag />
      <section class="related">
        <h2 class="ruled">Related</h2>
        <p v-if="contract.uses.length">
          Made of
          <template v-for="(use, i) in contract.uses" :key="use.tag"
            ><template v-if="i">, </template
            ><NuxtLink class="link" :to="`/${store.slug}/${use.tag}/guide`">{{
              store.title(use.tag)
            }}</NuxtLink></template
          >.
        </p>
        <p v-if="usedBy.length">
          Used by
          <template v-for="(user, i) in usedBy" :key="user.tag"
            ><template v-if="i">, </template
            ><NuxtLink class="link" :to="`/${store.slug}/${user.tag}/guide`">{{
              store.title(user.tag)
            }}</NuxtLink></template
          >.
        </p>
        <p v-if="!contract.uses.length && !usedBy.length" class="muted">
          It uses no other component of the library, and none uses it.
        </p>
        <p v-if="store.isNow" class="small muted">
          Read from
          <NuxtLink
            v-for="(file, i) in contract.files"
            :key="file"
            class="link code"
            :to="{ path: `/${store.slug}/source`, query: { path: file, of: tag } }"
            ><template v-if="i">, </template>{{ file }}</NuxtLink
          >
        </p>
      </section>
      <GuideHistory :tag />
    </div>
  </main>
  <NotOnShelf v-else :tag />
</template>

<style scoped>
.page {
  gap: 16px;
}
.purpose {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 480px);
  gap: 32px;
}
.words-on :deep(.words) {
  font-size: 14px;
  line-height: 20px;
}
.when {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 24px;
  margin-top: 18px;
}
.when h3 {
  margin-bottom: 4px;
}
.face {
  height: 200px;
  border: 1px solid var(--rule);
}
.examples {
  display: flex;
  flex-wrap: wrap;
  gap: 14px 32px;
  align-items: flex-end;
}
.examples.made :deep(.name) {
  font-style: italic;
}
.starters {
  display: grid;
  gap: 8px;
}
.related h2,
.starters .related {
  display: grid;
  gap: 6px;
}
@media (max-width: 800px) {
  .purpose,
  .when {
    grid-template-columns: 1fr;
  }
  .page {
    padding: 12px;
  }
}
</style>
