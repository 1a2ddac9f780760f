<script setup lang="ts">
import type { Finding, Mend } from '~~/core/check/check'
import type { Waiver } from '~~/core/wire'

/** What a rule noticed: where, what, and what to do; or why it is let stand. */
const {
  finding,
  waiver = undefined,
  busy = false,
} = defineProps<{
  finding: Finding
  waiver?: Waiver | undefined
  /** Something is being mended already. */
  busy?: boolean
}>()
const emit = defineEmits<{ waive: [reason: string]; takeBack: []; mend: [mend: Mend] }>()
const store = useLibrary()
const writing = ref(false)
const opener = useTemplateRef<HTMLButtonElement>('opener')

function close() {
  writing.value = false
  void nextTick(() => opener.value?.focus())
}
function send(reason: string) {
  emit('waive', reason)
  writing.value = false
}
/** What a browser saw of pages and components has a view of its own. */
const view = computed(() => (finding.rule.startsWith('bleed-') ? '/isolation' : ''))
const sourceLink = computed(() => {
  const { place, tag } = finding
  return (
    place && {
      path: `/${store.slug}/source`,
      query: { path: place.file, line: place.line, ...(tag === undefined ? {} : { of: tag }) },
    }
  )
})
</script>

<template>
  <li class="finding">
    <div class="where">
      <NuxtLink v-if="sourceLink" class="link code" :to="sourceLink"
        >{{ finding.place!.file }} {{ finding.place!.line }}</NuxtLink
      >
      <span v-if="finding.tag || finding.token" class="small">
        <NuxtLink v-if="finding.tag" class="link" :to="`/${store.slug}/${finding.tag}${view}`">{{
          store.title(finding.tag)
        }}</NuxtLink><template v-if="finding.tag && finding.token">, </template>
        <NuxtLink
          v-if="finding.token"
          class="link code"
          :to="{ path: `/${store.slug}/tokens`, query: { token: finding.token } }"
          >{{ finding.token }}</NuxtLink
        >
      </span>
    </div>
    <div>
      <p>
        {{ finding.says }} <span class="muted">{{ finding.todo }}</span>
      </p>
      <details v-if="store.may.write && !waiver && finding.mends?.length" class="mends small">
        <summary class="link">
          Use {{ finding.mends.length === 1 ? finding.mends[0]!.token : 'a token' }} …
        </summary>
        <div v-for="mend in finding.mends" :key="mend.token" class="mend">
          <pre tabindex="0" :aria-label="`With ${mend.token}`">{{ mend.reads.join('\n') }}</pre>
          <button type="button" class="act" :disabled="busy" @click="emit('mend', mend)">
            Use {{ mend.token }}
          </button>
        </div>
      </details>
      <p v-if="waiver" class="small muted">
        Waived by {{ waiver.by ?? 'somebody who has left' }} {{ ago(waiver.made_at) }}: {{ waiver.reason }}
        <button v-if="store.may.write" type="button" class="link" @click="emit('takeBack')">Take back</button>
      </p>
      <ReasonForm
        v-else-if="writing"
        :label="`Why this is waived: ${finding.says}`"
        placeholder="Why it may stand"
        verb="Waive"
        @say="send"
        @cancel="close"
      />
    </div>
    <button
      v-if="store.may.write && !waiver && !writing"
      ref="opener"
      type="button"
      class="link small"
      :aria-label="`Waive: ${finding.says}`"
      @click="writing = true"
    >
      Waive
    </button>
  </li>
</template>

<style scoped>
.finding {
  display: grid;
  grid-template-columns: 300px minmax(0, 1fr) auto;
  gap: 4px 20px;
  align-items: baseline;
  padding: 6px 0;
  border-top: 1px solid var(--rule-soft);
}
.where {
  display: grid;
  gap: 2px;
  justify-items: start;
  overflow-wrap: anywhere;
  min-width: 0;
}
p {
  margin: 0;
  overflow-wrap: anywhere;
}
.mends {
  margin-top: 2px;
}
summary {
  display: inline-block;
  cursor: pointer;
}
.mend {
  display: flex;
  gap: 16px;
  align-items: center;
  justify-content: space-between;
  padding: 6px 0 2px;
}
.mend pre {
  margin: 0;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
.mend .act {
  flex: none;
}
@media (max-width: 900px) {
  .finding {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
