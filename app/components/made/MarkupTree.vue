<script setup lang="ts">
import type { Place } from '~~/core/contract/member'
import { treeStep } from '~~/core/made/sources'
import type { Node } from '~~/core/style/found'

/** The markup that a component rendered, a line a node, as a tree to go through by keys. */
const { nodes, chosen, placeOf } = defineProps<{
  nodes: readonly Node[]
  chosen: { node: Node; pseudo: string } | undefined
  placeOf: (node: Node) => Place | undefined
}>()
const emit = defineEmits<{ choose: [node: Node, pseudo: string] }>()
const store = useLibrary()
const elements = computed(() => nodes.filter((node) => node.is === 'element'))
/** Lines of source by node: looked for once, not at each drawing. */
const places = computed(() => new Map(elements.value.map((node) => [node.id, placeOf(node)])))
const attribute = (node: Node, name: string) => node.attributes.find(([key]) => key === name)?.[1]
const parts = (node: Node) => (attribute(node, 'part') ?? '').split(/\s+/).filter(Boolean)
const shortened = (value: string) => (value.length > 40 ? `${value.slice(0, 40)}…` : value)
const indent = (node: Node) => ({ paddingInlineStart: `${16 + node.depth * 14}px` })
const sourceOf = (place: Place, of: string) => ({
  path: `/${store.slug}/source`,
  query: { path: place.file, line: place.line, of },
})
const isChosen = (node: Node, pseudo?: string) =>
  chosen?.node === node && (pseudo === undefined || chosen.pseudo === pseudo)
function move(event: KeyboardEvent) {
  const now = chosen ? elements.value.indexOf(chosen.node) : -1
  const next = treeStep(elements.value, now, event.key)
  if (next === undefined) return
  event.preventDefault()
  const node = elements.value[next]
  if (!node) return
  emit('choose', node, '')
  void nextTick(() => document.getElementById(`node-${node.id}`)?.scrollIntoView({ block: 'nearest' }))
}
</script>

<template>
  <div
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
        :aria-selected="isChosen(node)"
        :class="{ on: isChosen(node) }"
        :style="indent(node)"
        @click="emit('choose', node, '')"
      >
        <span class="what"
          ><b>{{ node.name }}</b
          ><template v-for="[name, value] in node.attributes" :key="name"
            ><span class="attribute muted"
              >{{ name }}<template v-if="value">="{{ shortened(value) }}"</template></span
            ></template
          ></span
        >
        <span class="notes small">
          <span v-for="part in parts(node)" :key="part">part {{ part }}</span>
          <span v-if="node.slot !== null"
            >put into {{ node.slot ? `slot ${node.slot}` : 'the slot without a name' }}</span
          >
          <span v-if="node.name === 'slot'">slot {{ attribute(node, 'name') || 'without a name' }}</span>
          <button
            v-for="pseudo in node.pseudo"
            :key="pseudo"
            type="button"
            class="link"
            tabindex="-1"
            :class="{ now: isChosen(node, pseudo) }"
            @click.stop="emit('choose', node, pseudo)"
          >
            {{ pseudo }}
          </button>
          <NuxtLink
            v-if="places.get(node.id)"
            class="link"
            tabindex="-1"
            :to="sourceOf(places.get(node.id)!, node.of)"
            @click.stop
            >{{ shortPlace(places.get(node.id)!) }}</NuxtLink
          >
        </span>
      </div>
      <div v-else-if="node.is === 'text'" class="line text" :style="indent(node)">
        {{ node.name }}
      </div>
      <div v-else class="line tree" :style="indent(node)">its own tree</div>
    </template>
  </div>
</template>

<style scoped>
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
@media (max-width: 800px) {
  .lines {
    max-height: 320px;
  }
}
</style>
