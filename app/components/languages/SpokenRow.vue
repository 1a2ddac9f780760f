<script setup lang="ts">
import { plainSurround } from '~~/core/surround'
import type { Standing } from '~~/core/wire'

/** A component as it stands in some languages, each in a page of that language, rendered when it comes near. */
const { standing, languages, width, theme } = defineProps<{
  standing: Standing
  languages: readonly string[]
  width: number
  theme: string
}>()
const store = useLibrary()
const root = useTemplateRef<HTMLElement>('root')
const { live, settled } = useNearness(root)
const { faceOf } = useFirstShowing()
const targetOf = useTargets()
const target = computed(() => targetOf(standing.tag, faceOf(standing)))
const surroundIn = (language: string) =>
  plainSurround(theme, {
    language,
    width,
    padding: 12,
    direction: isRightToLeft(language) ? 'rtl' : 'ltr',
  })
</script>

<template>
  <article class="row">
    <header>
      <h2>
        <NuxtLink :to="`/${store.slug}/${standing.tag}`">{{ store.title(standing.tag) }}</NuxtLink>
      </h2>
    </header>
    <div ref="root" class="sides">
      <template v-if="live && target">
        <figure v-for="(language, i) in languages" :key="i">
          <PreviewFrame
            :target
            :css="store.css"
            :preview="store.library!.preview"
            :title="`${store.title(standing.tag)} in ${titleOfLanguage(language)}`"
            :surround="surroundIn(language)"
            @painted="settled"
            @failed="settled"
          />
          <figcaption class="small muted">
            <NuxtLink :to="{ path: `/${store.slug}/${standing.tag}`, query: { lang: language, width } }">{{
              capital(titleOfLanguage(language))
            }}</NuxtLink>
          </figcaption>
        </figure>
      </template>
      <p v-else-if="!target" class="small bad">There is no rendering.</p>
    </div>
  </article>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 168px minmax(0, 1fr);
  border-bottom: 1px solid var(--rule);
}
header {
  padding: 12px 12px 12px 24px;
}
h2 {
  font-size: 15px;
  line-height: 20px;
}
h2 a:hover {
  color: var(--kelp);
}
.sides {
  display: grid;
  grid-template-columns: 1fr 1fr;
  min-height: 152px;
  border-left: 1px solid var(--rule);
}
figure {
  margin: 0;
  display: grid;
  grid-template-rows: 124px auto;
  border-right: 1px solid var(--rule);
  min-width: 0;
}
figcaption {
  padding: 4px 12px;
  border-top: 1px solid var(--rule-soft);
}
@media (max-width: 700px) {
  .row,
  .sides {
    grid-template-columns: 1fr;
  }
}
</style>
