<script setup lang="ts">
import { z } from 'zod'
import { librariesSchema, madeTokenSchema, nothingSchema, tokenListSchema } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

useHead({ title: 'Your account · Kept Shelf' })
const account = useAccount()
const store = useLibrary()
store.leave()
const tokens = ref<z.infer<typeof tokenListSchema>>([])
const libraries = ref<z.infer<typeof librariesSchema>>([])
const problems = ref<Problem[]>([])
const name = ref('')
const terms = ref(usualTerms())
const hasExpired = ({ expires_at }: { expires_at: Date | null }) =>
  expires_at !== null && expires_at.getTime() <= Date.now()
const made = ref<string>()
const { copy, copied } = useCopy()
async function load() {
  try {
    ;[tokens.value, libraries.value] = await Promise.all([
      ask(tokenListSchema, '/registry-tokens'),
      ask(librariesSchema, '/libraries'),
    ])
  } catch (error) {
    problems.value = problemsOf(error)
  }
}
async function make() {
  problems.value = []
  try {
    const token = await ask(madeTokenSchema, '/registry-tokens', {
      method: 'POST',
      body: tokenAsked(name.value, terms.value),
    })
    made.value = token.text
    name.value = ''
    await load()
  } catch (error) {
    problems.value = problemsOf(error)
  }
}
const asked = ref<string>()
async function revoke(id: string) {
  try {
    await ask(z.unknown(), `/registry-tokens/${id}`, { method: 'DELETE' })
    asked.value = undefined
    await load()
  } catch (error) {
    problems.value = problemsOf(error)
  }
}
const password = reactive({ now: '', next: '' })
const passwordProblems = ref<Problem[]>([])
const { say } = useSay()
async function changePassword() {
  passwordProblems.value = []
  try {
    await ask(nothingSchema, '/me/password', { method: 'PUT', body: password })
    Object.assign(password, { now: '', next: '' })
    say('Your password is another now. Wherever else you were signed in, you are not any more.')
  } catch (error) {
    passwordProblems.value = problemsOf(error)
  }
}
await load()
const host = computed(() => `//${location.host}/registry/:_authToken`)
</script>

<template>
  <div>
    <TopBar />
    <main>
      <h1>{{ account.person?.name }}</h1>
      <h2>Access tokens for package clients</h2>
      <p class="sentence">
        An access token stands for {{ account.person?.name }} where a program cannot sign in: a package
        client, a build. A package client can ask for one by itself: <code>npm login</code>, with this
        registry.
      </p>
      <form @submit.prevent="make">
        <label class="small muted" for="token-name">A new one, for</label>
        <input
          id="token-name"
          v-model="name"
          class="field plain"
          maxlength="80"
          placeholder="my laptop, the build of the timetable site"
        />
        <p class="sentence">
          <TokenTerms v-model="terms" :libraries />
          <button class="act main" :disabled="!name.trim()">Make it</button>
        </p>
      </form>
      <ProblemList :problems />
      <div v-if="made" class="made" role="status">
        <p><b>This is shown once and never again.</b> Give it to your package client:</p>
        <pre>npm config set {{ host }}={{ made }}</pre>
        <button type="button" class="link" @click="copy(made)">
          {{ copied ? 'copied' : 'Copy the access token' }}
        </button>
      </div>
      <table v-if="tokens.length">
        <thead>
          <tr>
            <th>For</th>
            <th>May</th>
            <th>In</th>
            <th>Made</th>
            <th>Last used</th>
            <th>Works</th>
            <th />
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="token in tokens"
            :key="token.id"
            :class="{ gone: token.revoked_at || hasExpired(token) }"
          >
            <td>{{ token.name }}</td>
            <td>{{ token.scopes.includes('publish') ? 'install and publish' : 'install' }}</td>
            <td>{{ token.library ?? 'all' }}</td>
            <td>{{ ago(token.made_at) }}</td>
            <td>{{ token.used_at ? ago(token.used_at) : 'never' }}</td>
            <td>{{ token.expires_at ? `until ${day(token.expires_at)}` : 'until revoked' }}</td>
            <td class="end">
              <span v-if="token.revoked_at" class="muted">revoked</span
              ><span v-else-if="hasExpired(token)" class="muted">expired</span
              ><template v-else-if="asked === token.id"
                >Whatever uses it stops working.
                <button type="button" class="link bad" @click="revoke(token.id)">Revoke it</button> ·
                <button type="button" class="link" @click="asked = undefined">Cancel</button></template
              ><button v-else type="button" class="link" @click="asked = token.id">Revoke</button>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-else class="muted">There are none yet.</p>
      <h2>Password</h2>
      <p class="sentence">
        With another password every session of yours ends, wherever you are signed in; this one goes on.
      </p>
      <form class="password" @submit.prevent="changePassword">
        <label class="small muted" for="password-now">Now</label
        ><input
          id="password-now"
          v-model="password.now"
          class="field"
          type="password"
          autocomplete="current-password"
          required
        />
        <label class="small muted" for="password-next">From now on, ten characters or more</label
        ><input
          id="password-next"
          v-model="password.next"
          class="field"
          type="password"
          autocomplete="new-password"
          minlength="10"
          required
        />
        <p>
          <button class="act main" :disabled="!password.now || password.next.length < 10">Change it</button>
        </p>
      </form>
      <ProblemList :problems="passwordProblems" />
      <OwnLibraries :libraries />
    </main>
  </div>
</template>

<style scoped>
main {
  padding: 24px;
  max-width: 900px;
  display: grid;
  gap: 14px;
}
h2 {
  margin-top: 18px;
}
.password {
  max-width: 320px;
}
form {
  display: grid;
  gap: 4px;
  max-width: 620px;
  border-top: 1px solid var(--rule);
  padding-top: 14px;
}
.made {
  border-left: 3px solid var(--ochre);
  padding: 8px 12px;
  background: var(--sheet);
  display: grid;
  gap: 6px;
  justify-items: start;
}
th {
  text-align: left;
  font-weight: 500;
  border-bottom: 1.5px solid var(--ink);
}
th,
td {
  padding: 6px 12px 6px 0;
}
td {
  border-bottom: 1px solid var(--rule-soft);
}
.gone {
  color: var(--muted);
  text-decoration: line-through;
}
.gone .end {
  text-decoration: none;
}
.end {
  text-align: right;
}
</style>
