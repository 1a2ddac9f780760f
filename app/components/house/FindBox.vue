<script setup lang="ts">
import type { Hit } from '~~/core/find/find'

/** Finds components, members and words of the library; the match says what it was found by. */
const store = useLibrary()
const { find, warm } = useFinder()
const box = useTemplateRef<HTMLInputElement>('box')
const text = ref('')
const at = ref(0)
const open = ref(false)
useKeys([{ keys: '/', does: 'find a component, member or word', run: () => box.value?.focus() }])

const hits = shallowRef<Hit[]>([])
/** The text that the hits are for; while another is looked for, nothing is said of it. */
const answered = ref('')
watch(text, async (now) => {
  at.value = 0
  open.value = true
  const found = now.trim() ? await find(now) : []
  if (now !== text.value) return
  hits.value = found
  answered.value = now
})
function focused() {
  open.value = true
  void warm()
}
function go(hit: Hit | undefined) {
  if (!hit) return
  open.value = false
  text.value = ''
  box.value?.blur()
  void navigateTo({ path: `/${store.slug}/${hit.tag}`, ...(hit.member ? { hash: `#${hit.member}` } : {}) })
}
/** Whoever is quicker than the answer goes to the first of what it brings. */
async function enter() {
  const now = text.value
  if (answered.value === now) return go(hits.value[at.value])
  const found = await find(now)
  if (now === text.value) go(found[0])
}
function onKey(event: KeyboardEvent) {
  if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
    event.preventDefault()
    at.value =
      (at.value + (event.key === 'ArrowDown' ? 1 : -1) + hits.value.length) % Math.max(1, hits.value.length)
  } else if (event.key === 'Enter') void enter()
  else if (event.key === 'Escape') {
    text.value = ''
    box.value?.blur()
  }
}
</script>

<template>
  <div class="find">
    <input
      ref="box"
      v-model="text"
      type="search"
      role="combobox"
      aria-label="Find a component, member or word"
      placeholder="Find a component, member, word"
      :aria-expanded="open && hits.length > 0"
      aria-controls="find-hits"
      :aria-activedescendant="open && hits.length ? `hit-${at}` : undefined"
      autocomplete="off"
      @keydown="onKey"
      @focus="focused"
      @blur="open = false"
    />
    <span class="key" aria-hidden="true">/</span>
    <div v-if="open && text.trim()" id="find-hits" class="hits" role="listbox" aria-label="Found">
      <p v-if="!hits.length && answered === text" class="small muted none">
        Nothing is called that. Try a tag, a prop or a word from a description.
      </p>
      <div
        v-for="(hit, i) in hits"
        :id="`hit-${i}`"
        :key="i"
        role="option"
        :aria-selected="i === at"
        :class="{ at: i === at }"
        @mousedown.prevent="go(hit)"
        @mousemove="at = i"
      >
        <span><MarkedText :pieces="hit.title" /></span>{{ ' ' }}
        <span class="small muted"><MarkedText :pieces="hit.under" /></span>
        <span v-if="hit.excerpt" class="small excerpt"><MarkedText :pieces="hit.excerpt" /></span>
      </div>
    </div>
  </div>
</template>

<style scoped>
.find {
  margin-left: auto;
  width: 250px;
  position: relative;
  display: flex;
  align-items: center;
  border-bottom: 1px solid var(--rule);
}
.find:focus-within {
  border-color: var(--kelp);
}
input {
  flex: 1;
  min-width: 0;
  border: 0;
  background: none;
  font: 400 13px/20px var(--ui);
  color: var(--ink);
  padding: 3px 0;
  outline: none;
}
input::placeholder {
  color: var(--muted);
  opacity: 1;
}
input::-webkit-search-cancel-button {
  display: none;
}
.hits {
  position: absolute;
  top: 100%;
  right: 0;
  width: min(460px, 100vw - 72px);
  background: var(--sheet);
  border: 1px solid var(--ink);
  z-index: 50;
  padding: 4px 0;
  box-shadow: 0 4px 16px rgb(0 0 0 / 14%);
}
.hits {
  max-height: 70vh;
  overflow: auto;
}
.hits [role='option'] {
  padding: 4px 10px;
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 0 12px;
  cursor: pointer;
}
.excerpt {
  flex: 1 0 100%;
  color: var(--muted);
}
.hits .at {
  background: var(--kelp-wash);
}
.none {
  padding: 6px 10px;
}
</style>
