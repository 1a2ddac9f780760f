<script setup lang="ts">
import { z } from 'zod'
import { sayAct } from '~~/core/trail'
import { staffSchema } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

const store = useLibrary()
useHead({ title: () => `People · ${store.library?.title} · Kept Shelf` })
const staffAddress = () => `/libraries/${store.slug}/staff`
const {
  answer: staff,
  problems: unanswered,
  load,
  ready,
} = useAnswer(staffSchema, staffAddress, [() => store.staffStamp])
const problems = ref<Problem[]>([])
const { act } = useActs(problems)
async function give(person: string, role: string) {
  const body = { person, role: role === 'none' ? null : role }
  await act(() => ask(z.unknown(), staffAddress(), { method: 'PUT', body }))
  await load()
}
await ready
</script>

<template>
  <main>
    <h1>People of {{ store.library?.title }}</h1>
    <ProblemList :problems="[...unanswered, ...problems]" />
    <template v-if="staff">
      <div v-for="colleague in staff.staff" :key="colleague.id" class="one">
        <b>{{ colleague.name }}</b> <span class="code muted">{{ colleague.email }}</span>{{ ' ' }}
        <Choice
          :model-value="colleague.role"
          :label="`Role of ${colleague.name}`"
          :options="staffRoles"
          @update:model-value="give(colleague.id, $event)"
        />
      </div>
      <template v-if="staff.others.length"
        ><h2>Not on the staff</h2>
        <div v-for="other in staff.others" :key="other.id" class="one">
          <b>{{ other.name }}</b> <span class="code muted">{{ other.email }}</span>{{ ' ' }}
          <Choice
            model-value="none"
            :label="`Role of ${other.name}`"
            :options="staffRoles"
            @update:model-value="give(other.id, $event)"
          /></div
      ></template>
      <ReadersChoice />
      <InvitationList :invitations="staff.invitations" @changed="load" />
      <h2>What was done <span class="small muted">newest first</span></h2>
      <div v-for="(act, i) in staff.trail" :key="i" class="one small">
        <span class="muted when">{{ act.made_at.toLocaleString('en-GB') }}</span>{{ ' ' }}
        <span
          ><b>{{ act.name ?? 'The server' }}</b> {{ sayAct(act.act, act.detail, store.title) }}.</span
        >
      </div>
    </template>
  </main>
</template>

<style scoped>
main {
  padding: 24px;
  max-width: 980px;
}
h2 {
  margin: 24px 0 6px;
}
.one {
  display: flex;
  gap: 16px;
  padding: 7px 0;
  border-bottom: 1px solid var(--rule-soft);
  align-items: baseline;
}
.one .code {
  overflow-wrap: anywhere;
  min-width: 0;
}
.one :deep(.choice) {
  margin-left: auto;
}
.when {
  white-space: nowrap;
}
</style>
