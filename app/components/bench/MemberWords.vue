<script setup lang="ts">
import type { WordsView } from '~~/core/wire'

/**
 * A member's words, edited in place. Where somebody else wrote meanwhile, both are shown and nothing is lost.
 */
const {
  tag,
  member,
  words,
  comment,
  title,
  inRow = false,
} = defineProps<{
  tag: string
  member: string
  words: WordsView | undefined
  comment: string | undefined
  title: string
  /** It is part of a row that is one stop of the Tab key: arrows lead to it. */
  inRow?: boolean
}>()
const emit = defineEmits<{ written: [words: WordsView] }>()
const store = useLibrary()
const {
  editing,
  draft,
  problems,
  theirs,
  busy,
  begin: beginWith,
  keep,
  takeTheirs,
  join: joinBoth,
} = useWordsDraft(
  () => ({ tag, member, words }),
  (written) => emit('written', written),
)
const area = useTemplateRef<HTMLTextAreaElement>('area')
const shown = computed(() => words?.text || comment || '')
const focus = () => nextTick(() => area.value?.focus())

function begin() {
  beginWith(words?.text ?? comment ?? '')
  void focus()
}
function join() {
  joinBoth()
  void focus()
}
</script>

<template>
  <div class="words">
    <form v-if="editing" @submit.prevent="keep">
      <textarea
        ref="area"
        v-model="draft"
        class="field plain"
        rows="4"
        :aria-label="`Words for ${title}, Markdown`"
        @keydown.ctrl.enter.prevent="keep"
        @keydown.meta.enter.prevent="keep"
        @keydown.esc.stop="editing = false"
      />
      <ProblemList :problems />
      <div v-if="theirs" class="theirs">
        <div class="small muted">{{ theirs.by }}, {{ ago(theirs.at) }}:</div>
        <!-- eslint-disable-next-line vue/no-v-html -- cleaned by renderMarkdown -->
        <div class="markdown" v-html="renderMarkdown(theirs.text)" />
        <button type="button" class="link" @click="takeTheirs">Keep theirs</button> ·
        <button type="button" class="link" @click="join">Join the two</button> ·
        <button type="submit" class="link">Save mine</button>
      </div>
      <p v-else class="small">
        <button class="link" :disabled="busy">Save</button> <span class="key">Ctrl Enter</span> ·
        <span class="muted">Markdown; <code>```example</code> and a name shows that example</span> ·
        <button type="button" class="link" @click="editing = false">Cancel</button>
      </p>
    </form>
    <template v-else>
      <WordsText v-if="shown" :text="shown" :tag />
      <span v-else class="muted">No words yet. </span>
      <span class="by small muted">
        <template v-if="words?.text">{{ words.by }}, {{ ago(words.at) }} </template
        ><template v-else-if="comment">from the source </template>
        <button
          v-if="store.may.write"
          type="button"
          class="link"
          :tabindex="inRow ? -1 : undefined"
          :aria-label="`${shown ? 'Edit' : 'Write'} words for ${title}`"
          @click="begin"
        >
          {{ shown ? 'Edit' : 'Write' }}
        </button>
      </span>
    </template>
  </div>
</template>

<style scoped>
.words {
  font-size: 13px;
  line-height: 18px;
  min-width: 0;
  overflow-wrap: anywhere;
}
.words {
  position: relative;
}
.by {
  position: absolute;
  left: 0;
  top: 100%;
  z-index: 2;
  opacity: 0;
  background: var(--paper);
  padding-right: 6px;
  white-space: nowrap;
}
.words:hover .by,
.words:focus-within .by {
  opacity: 1;
}
.words > .muted + .by {
  position: static;
  opacity: 1;
}
.theirs {
  border-left: 2px solid var(--ochre);
  padding: 4px 0 4px 8px;
  margin-top: 6px;
}
form p {
  margin-top: 4px;
}
</style>
