<script setup lang="ts">
import type { Problem } from '~~/core/problem'

const account = useAccount()
const library = useLibrary()
const route = useRoute()
const email = ref('')
const password = ref('')
const problems = ref<Problem[]>([])
const busy = ref(false)
useHead({ title: 'Sign in · Kept Shelf' })

async function signIn() {
  busy.value = true
  problems.value = []
  try {
    await account.signIn(email.value, password.value)
    // what was seen of a library without an account is asked for anew, with its news
    library.leave()
    await navigateTo(backTo(route.query.to))
  } catch (error) {
    problems.value = problemsOf(error)
  } finally {
    busy.value = false
  }
}
function use(person: (typeof account.demo)[number]) {
  email.value = person.email
  password.value = person.password
  void signIn()
}
</script>

<template>
  <main>
    <div class="door">
      <h1>Kept <i>Shelf</i></h1>
      <p class="sentence">
        A shared component library, kept: read from its source, shown as it is, handed on whole.
      </p>
      <form @submit.prevent="signIn">
        <label for="email">Address</label>
        <InputText id="email" v-model="email" type="email" autocomplete="username" required autofocus />
        <label for="password">Password</label>
        <InputText
          id="password"
          v-model="password"
          type="password"
          autocomplete="current-password"
          required
        />
        <ProblemList :problems />
        <button class="act main" :disabled="busy || !email || !password">
          {{ busy ? 'Signing in …' : 'Sign in' }}
        </button>
      </form>
      <ProblemList
        v-if="account.failed"
        :problems="[
          { code: 'away', what: 'The server does not answer.', todo: 'Load the page again in a moment.' },
        ]"
      />
    </div>
    <aside v-if="account.demo.length">
      <h2>Who is here today</h2>
      <p class="small muted">
        A demonstration: these people and their library are made up, and their passwords are no secret.
      </p>
      <button
        v-for="person in account.demo"
        :key="person.email"
        type="button"
        class="person"
        @click="use(person)"
      >
        <b>{{ person.name }}</b> <span class="muted">{{ person.role }}</span>
        <span class="code muted">{{ person.email }}</span>{{ ' ' }}
        <span class="code muted">{{ person.password }}</span>
      </button>
    </aside>
  </main>
</template>

<style scoped>
main {
  display: flex;
  flex-wrap: wrap;
  gap: 48px 96px;
  justify-content: center;
  align-items: flex-end;
  padding: 12vh 24px 48px;
  min-height: 62vh;
  border-bottom: 1.5px solid var(--ink);
}
h1 i {
  font-weight: 400;
}
.door {
  width: 340px;
}
form {
  display: grid;
  gap: 6px;
  margin-top: 28px;
}
form .act {
  margin-top: 14px;
  justify-self: start;
}
label {
  font-weight: 500;
  margin-top: 6px;
}
aside {
  width: 380px;
}
.person {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 12px;
  width: 100%;
  text-align: left;
  border: 0;
  border-top: 1px solid var(--rule);
  background: none;
  padding: 8px 6px;
  cursor: pointer;
}
.person:hover {
  background: var(--kelp-wash);
}
.person:first-of-type {
  margin-top: 12px;
}
</style>
