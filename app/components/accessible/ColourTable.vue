<script setup lang="ts">
import { isUnreadable, roleTitles } from '~~/core/contrast/pair'
import type { Looks } from '~~/core/variants/looks'

/** Colours that do not read on each other, in every theme, variant, example and state that was looked at. */
const { looks, current } = defineProps<{ looks: Looks; current: boolean }>()
const store = useLibrary()
const found = computed(() => looks.colours.filter(isUnreadable))
const inThemes = computed(() => looks.themes.map(store.themeTitle).join(', '))
</script>

<template>
  <section aria-label="Colours">
    <h2 class="ruled">Colours</h2>
    <p v-if="looks.failed" class="bad">It could not be looked at in its themes: {{ looks.failed }}</p>
    <p v-else-if="!found.length" class="good">
      <Mark name="seen" label="" /> Whatever is painted reads on what is behind it, in {{ inThemes }}.
    </p>
    <table v-else class="lines">
      <caption class="out-of-sight">
        Colours that do not read on one another
      </caption>
      <thead>
        <tr>
          <th scope="col">Theme</th>
          <th scope="col">Shown</th>
          <th scope="col">Colour on its ground</th>
          <th scope="col">Contrast</th>
          <th scope="col">Of</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(pair, i) in found" :key="i">
          <th scope="row">{{ store.themeTitle(pair.theme) }}</th>
          <td>{{ pair.situation }}</td>
          <td><PaintedValue :value="pair.text" /> on <PaintedValue :value="pair.ground" /></td>
          <td>{{ pair.ratio }} to 1, of {{ pair.wants }}</td>
          <td>
            {{ capital(roleTitles[pair.role]) }} <span class="code">{{ pair.at }}</span>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="!current" class="small muted">Seen before it, or a token, was changed.</p>
    <p v-if="looks.left" class="small muted">
      {{ capital(plural(looks.left, 'variant, example or state', 'variants, examples or states')) }} could not
      be looked at in every theme.
    </p>
  </section>
</template>

<style scoped>
p {
  padding-top: 6px;
}
</style>
