<script setup lang="ts">
import { readActs, sayAct, sayActs, sayFailed, sayMisread, type Misread } from '~~/core/acts/sentence'

/** The way to a state in one sentence: gone again, done by hand, or written; and where it came to nothing. */
const { way } = defineProps<{ way: ReturnType<typeof useWay> }>()
const store = useLibrary()
const { acts, outcome, isGoing, isRecording } = way
const text = ref<string>()
const misread = ref<Misread>()
const field = useTemplateRef<HTMLTextAreaElement>('field')
async function write() {
  text.value = sayActs(acts.value)
  misread.value = undefined
  await nextTick()
  field.value?.focus()
}
function keep() {
  const read = readActs(text.value ?? '')
  if ('misread' in read) {
    misread.value = read.misread
    field.value?.focus()
    field.value?.setSelectionRange(read.misread.at, text.value!.length)
    return
  }
  acts.value = read.acts
  text.value = undefined
  void way.go()
}
const stands = (i: number) =>
  outcome.value === undefined
    ? ''
    : i < outcome.value.done
      ? 'done'
      : i === outcome.value.done
        ? 'missed'
        : 'left'
</script>

<template>
  <div v-if="acts.length || isRecording || text !== undefined || store.may.write" class="way">
    <form v-if="text !== undefined" @submit.prevent="keep" @keydown.esc.stop="text = undefined">
      <textarea
        ref="field"
        v-model="text"
        class="field plain"
        rows="2"
        aria-label="How it gets there, in a sentence"
        placeholder="Press the button “Open”, wait for the listbox: it has 3 entries."
        @keydown.enter.exact.prevent="keep"
      />
      <p v-if="misread" class="small bad" role="alert">{{ sayMisread(text, misread) }}</p>
      <p class="small acts">
        <button class="link">Go</button>
        <button type="button" class="link" @click="text = undefined">Cancel</button>
        <span class="muted"
          >press, point at, type “…” into, empty, drag … onto, wait for, wait until … is gone</span
        >
      </p>
    </form>
    <template v-else>
      <p class="sentence" role="status">
        <template v-if="isRecording && !acts.length"
          >Do it once in the rendering, by pointer and keys.</template
        >
        <template v-if="acts.length"
          >Then
          <span v-for="(act, i) in acts" :key="i"
            ><span :class="stands(i)">{{ sayAct(act) }}</span
            >{{ i === acts.length - 1 ? '.' : ', ' }}</span
          ></template
        >
        <span v-if="isGoing" class="small muted"> Going …</span>
      </p>
      <p v-if="outcome?.failed" class="small bad" role="alert">{{ capital(sayFailed(outcome.failed)) }}.</p>
      <p class="small acts">
        <button v-if="isRecording" type="button" class="act" @click="way.record(false)">Done</button>
        <template v-else>
          <button v-if="acts.length" type="button" class="link" :disabled="isGoing" @click="way.go">
            Go it again
          </button>
          <button type="button" class="link" @click="way.record(true)">
            {{ acts.length ? 'Do it anew by hand' : 'Record what is done to it' }}
          </button>
          <button type="button" class="link" @click="write">
            {{ acts.length ? 'Edit the sentence' : 'Write what is done to it' }}
          </button>
          <button v-if="acts.length" type="button" class="link" @click="way.clear">
            Nothing is done to it
          </button>
        </template>
      </p>
    </template>
  </div>
</template>

<style scoped>
.way {
  display: grid;
  gap: 2px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
.field {
  width: 100%;
}
.done {
  color: var(--kelp);
}
.missed {
  color: var(--rust);
  text-decoration: underline wavy;
}
.left {
  color: var(--muted);
}
</style>
