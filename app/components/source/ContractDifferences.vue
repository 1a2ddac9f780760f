<script setup lang="ts">
import { changesOf, type MemberChange } from '~~/core/contract/changes'
import { kindTitle, memberKey, memberTitle, type Contract } from '~~/core/contract/contract'
import type { Tried } from '~~/core/wire'

/** What a text that is being written changes in the contract of its component. */
const { isChanged, isTrying, tried, before } = defineProps<{
  isChanged: boolean
  isTrying: boolean
  tried: Tried | undefined
  /** The contract as it is kept; nothing where the component is new. */
  before: Contract | undefined
}>()
const differences = computed(() => (tried?.shown && before ? changesOf(before, tried.shown.contract) : []))
const marks = { gone: 'breaking', new: 'additive', changed: 'mend' } as const
const markOf = ({ change }: MemberChange) => marks[change]
</script>

<template>
  <div class="differs" aria-live="polite">
    <h3>What it changes in the contract</h3>
    <p v-if="!isChanged" class="small muted">
      Nothing is written yet. Whatever you write is read and drawn at a pause, and goes to the shelf when you
      save it.
    </p>
    <p v-else-if="!tried" class="small muted">
      {{ isTrying ? 'Reading it …' : 'It is read at the next pause.' }}
    </p>
    <p v-else-if="!tried.shown" class="small muted">It cannot be read as it stands; see what is wrong.</p>
    <p v-else-if="!before" class="small muted">
      The component is new: {{ plural(tried.shown.contract.members.length, 'member') }}.
    </p>
    <p v-else-if="!differences.length" class="small muted">
      Nothing: its {{ plural(before.members.length, 'member') }} are as they were.
    </p>
    <ul v-else>
      <li v-for="difference in differences" :key="memberKey(difference.member)" class="small">
        <Mark :name="markOf(difference)" :label="difference.change" />
        {{ difference.change }}: {{ kindTitle(difference.member.kind) }}
        <span class="code">{{ memberTitle(difference.member) }}</span><span
          v-if="difference.says"
          class="muted"
        >
          · {{ difference.says }}</span
        >
      </li>
    </ul>
  </div>
</template>

<style scoped>
.differs {
  border-top: 1px solid var(--rule);
  padding: 10px 20px 16px;
  min-height: 120px;
  max-height: 40%;
  overflow: auto;
}
h3 {
  margin-bottom: 6px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 4px;
}
</style>
