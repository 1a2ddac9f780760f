<script setup lang="ts">
import type { z } from 'zod'
import type { Role } from '~~/core/roles'
import { invitedSchema, nothingSchema, type staffSchema } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

/** Invitations to the staff that nobody has taken up yet, and a new one; the link of one is shown once. */
const { invitations } = defineProps<{ invitations: z.infer<typeof staffSchema>['invitations'] }>()
const emit = defineEmits<{ changed: [] }>()
const store = useLibrary()
const problems = ref<Problem[]>([])
const invited = ref('')
const role = ref<Role>('contributor')
const link = ref<string>()
const { copy, copied } = useCopy()
const roles = staffRoles.filter(
  (choice): choice is typeof choice & { value: Role } => choice.value !== 'none',
)
const address = () => `/libraries/${store.slug}/invitations`

const { act } = useActs(problems)
const change = async (work: () => Promise<unknown>) => {
  if (await act(work)) emit('changed')
}
const invite = () =>
  change(async () => {
    const body = { role: role.value, invited: invited.value }
    link.value = (await ask(invitedSchema, address(), { method: 'POST', body })).link
    invited.value = ''
  })
const takeBack = (id: string) =>
  change(async () => {
    await ask(nothingSchema, `${address()}/${id}`, { method: 'DELETE' })
    link.value = undefined
  })
</script>

<template>
  <section aria-labelledby="invitations">
    <h2 id="invitations">Invited</h2>
    <form class="sentence" @submit.prevent="invite">
      Invite
      <input
        v-model="invited"
        class="field"
        aria-label="Who is invited"
        placeholder="a name, for this list"
        maxlength="100"
        autocomplete="off"
      />
      as <Choice v-model="role" label="Role of whoever is invited" :options="roles" />.
      <button class="act" :disabled="!invited.trim()">Make a link</button>
    </form>
    <div v-if="link" class="made" role="status">
      <p><b>This link is shown once.</b> Whoever opens it joins, with an account or without one yet:</p>
      <pre>{{ link }}</pre>
      <button type="button" class="link" @click="copy(link)">
        {{ copied ? 'copied' : 'Copy the link' }}
      </button>
    </div>
    <ProblemList :problems />
    <ul v-if="invitations.length">
      <li v-for="invitation in invitations" :key="invitation.id">
        <b>{{ invitation.invited }}</b> <span>{{ invitation.role }}</span>{{ ' ' }}
        <span class="small muted"
          >by {{ invitation.by ?? 'somebody who has left' }}, open until
          {{ day(invitation.expires_at) }}</span
        >{{ ' ' }}
        <button
          type="button"
          class="link"
          :aria-label="`Take back the invitation of ${invitation.invited}`"
          @click="takeBack(invitation.id)"
        >
          Take back
        </button>
      </li>
    </ul>
    <p v-else class="muted small">No invitation is open.</p>
  </section>
</template>

<style scoped>
h2 {
  margin: 24px 0 6px;
}
form {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: baseline;
}
form .field {
  width: 18rem;
}
.made {
  border-left: 3px solid var(--kelp);
  padding: 6px 12px;
  margin: 10px 0;
}
.made pre {
  overflow-wrap: anywhere;
  white-space: pre-wrap;
}
ul {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
}
li {
  display: flex;
  gap: 16px;
  padding: 7px 0;
  border-bottom: 1px solid var(--rule-soft);
  align-items: baseline;
}
li .link {
  margin-left: auto;
}
</style>
