<script setup lang="ts">
import type { Contract } from '~~/core/contract/contract'
import { partsTree } from '~~/core/reach/parts-tree'

/** What of a component a page may style by name, and what of the components inside it is out of reach. */
const { contract } = defineProps<{ contract: Contract }>()
const store = useLibrary()
const byTag = computed(() => new Map(store.standing.map((standing) => [standing.tag, standing.contract])))
const tree = computed(() => partsTree(contract, byTag.value))
const sourceOf = ({ file, line }: { file: string; line: number }) => ({
  path: `/${store.slug}/source`,
  query: { path: file, line, of: contract.tag },
})
</script>

<template>
  <section aria-label="What a page may style in it">
    <h2 class="ruled">What a page may style in it</h2>
    <p v-if="!tree.offered.length && !tree.inner.length" class="muted">
      It has no parts: itself, its custom properties and what stands in its slots is all.
    </p>
    <ul v-else>
      <li v-for="part in tree.offered" :key="part.name">
        <span class="code">{{ contract.tag }}::part({{ part.name }})</span>{{ ' ' }}
        <span class="small muted">
          <template v-if="part.from">{{ part.from.part }} of {{ part.from.tag }}, handed on</template
          ><template v-else-if="part.element">&lt;{{ part.element }}&gt;</template>,
          <NuxtLink class="link" :to="sourceOf(part.place)"
            >{{ part.place.file }} {{ part.place.line }}</NuxtLink
          ></span
        >
      </li>
      <li v-for="inner in tree.inner" :key="inner.tag">
        <NuxtLink class="link" :to="`/${store.slug}/${inner.tag}/isolation`">{{
          store.title(inner.tag)
        }}</NuxtLink>
        inside of it<span class="small muted"
          >,
          <NuxtLink class="link" :to="sourceOf(inner.place)"
            >{{ inner.place.file }} {{ inner.place.line }}</NuxtLink
          ></span
        >
        <ul>
          <li v-for="part in inner.parts" :key="part.name">
            <span class="code">{{ part.name }}</span>
            <span v-if="part.handedOn" class="small">
              handed on as <span class="code">{{ part.handedOn }}</span></span
            >
            <span v-else class="small gap">
              not handed on; <span class="code">exportparts="{{ part.name }}"</span> would</span
            >
          </li>
        </ul>
      </li>
    </ul>
    <p class="small">
      <NuxtLink class="link" :to="`/${store.slug}/overrides`">Hold a page’s sheets against this</NuxtLink>
    </p>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  padding: 3px 0;
}
ul ul {
  padding-left: 20px;
}
</style>
