<script setup lang="ts">
import MiniSearch from 'minisearch'
import { memberKey, memberTitle } from '~~/core/contract/contract'

/** Finds components, members and words of the library; the match says what it was found by. */
interface Hit { id: string; title: string; under: string; to: { path: string; hash?: string } }
const store = useLibrary()
const box = useTemplateRef<HTMLInputElement>('box')
const text = ref('')
const at = ref(0)
const open = ref(false)
useKeys([{ keys: '/', does: 'find a component, member or word', run: () => box.value?.focus() }])

const index = computed(() => {
  const search = new MiniSearch<Hit & { words: string; boost: number }>({ fields: ['title', 'under', 'words'], storeFields: ['title', 'under', 'to'], tokenize: (value) => value.split(/[\s\-_.:<>/]+/).filter(Boolean) })
  for (const one of store.standing) {
    search.add({ id: one.tag, title: store.title(one.tag), under: one.tag, words: `${one.contract.summary} ${one.group}`, boost: 2, to: { path: `/${store.slug}/${one.tag}` } })
    for (const member of one.contract.members) {
      search.add({ id: `${one.tag} ${memberKey(member)}`, title: memberTitle(member), under: `${member.kind.replace('-', ' ')} of ${store.title(one.tag)}`, words: member.comment ?? '', boost: 1, to: { path: `/${store.slug}/${one.tag}`, hash: `#${memberKey(member)}` } })
    }
  }
  return search
})
const hits = computed(() => (text.value.trim() ? (index.value.search(text.value, { prefix: true, fuzzy: 0.2, boost: { title: 3 }, combineWith: 'AND' }).slice(0, 12) as unknown as Hit[]) : []))
watch(text, () => { at.value = 0; open.value = true })
function go(hit: Hit | undefined) {
  if (!hit) return
  open.value = false
  text.value = ''
  box.value?.blur()
  void navigateTo(hit.to)
}
function onKey(event: KeyboardEvent) {
  if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
    event.preventDefault()
    at.value = (at.value + (event.key === 'ArrowDown' ? 1 : -1) + hits.value.length) % Math.max(1, hits.value.length)
  } else if (event.key === 'Enter') go(hits.value[at.value])
  else if (event.key === 'Escape') { text.value = ''; box.value?.blur() }
}
</script>

<template>
  <div class="find">
    <input
      ref="box" v-model="text" type="search" role="combobox" aria-label="Find a component, member or word" placeholder="Find a component, member, word"
      :aria-expanded="open && hits.length > 0" aria-controls="find-hits" :aria-activedescendant="open && hits.length ? `hit-${at}` : undefined" autocomplete="off"
      @keydown="onKey" @focus="open = true" @blur="open = false"
    >
    <span class="key" aria-hidden="true">/</span>
    <div v-if="open && text.trim()" id="find-hits" class="hits" role="listbox" aria-label="Found">
      <p v-if="!hits.length" class="small muted none">Nothing is called that. Try a tag, a prop or a word from a description.</p>
      <div v-for="(hit, i) in hits" :id="`hit-${i}`" :key="i" role="option" :aria-selected="i === at" :class="{ at: i === at }" @mousedown.prevent="go(hit)" @mousemove="at = i">
        <span>{{ hit.title }}</span> <span class="small muted">{{ hit.under }}</span>
      </div>
    </div>
  </div>
</template>

<style scoped>
.find { margin-left: auto; width: 250px; position: relative; display: flex; align-items: center; border-bottom: 1px solid var(--rule); }
.find:focus-within { border-color: var(--kelp); }
input { flex: 1; min-width: 0; border: 0; background: none; font: 400 13px/20px var(--ui); color: var(--ink); padding: 3px 0; outline: none; }
input::placeholder { color: var(--muted); opacity: 1; }
input::-webkit-search-cancel-button { display: none; }
.hits { position: absolute; top: 100%; left: 0; right: 0; min-width: 320px; background: var(--sheet); border: 1px solid var(--ink); z-index: 50; padding: 4px 0; box-shadow: 0 4px 16px rgb(0 0 0 / 14%); }
.hits [role='option'] { padding: 4px 10px; display: flex; justify-content: space-between; gap: 12px; cursor: pointer; }
.hits .at { background: var(--kelp-wash); }
.none { padding: 6px 10px; }
</style>
