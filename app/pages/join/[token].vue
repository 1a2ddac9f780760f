<script setup lang="ts">
import type { z } from 'zod'
import { invitationViewSchema, joinedSchema } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

/** Where the link of an invitation leads: what it is to, and joining with an account or making one. */
const route = useRoute()
const account = useAccount()
useLibrary().leave()
useHead({ title: 'An invitation · Kept Shelf' })
const view = ref<z.infer<typeof invitationViewSchema>>()
const problems = ref<Problem[]>([])
const isBusy = ref(false)
const made = reactive({ name: '', email: '', password: '' })
const address = `/invitations/${encodeURIComponent(String(route.params.token))}`
try {
  if (!account.person) await account.load()
  view.value = await ask(invitationViewSchema, address)
} catch (error) {
  problems.value = problemsOf(error)
}
const signIn = computed(() => ({ path: '/sign-in', query: { to: route.fullPath } }))

async function join(body: { account?: typeof made }) {
  isBusy.value = true
  problems.value = []
  try {
    const { slug } = await ask(joinedSchema, address, { method: 'POST', body })
    await account.load()
    await navigateTo(`/${slug}`)
  } catch (error) {
    problems.value = problemsOf(error)
  } finally {
    isBusy.value = false
  }
}
</script>

<template>
  <PlainPage>
    <template v-if="view">
      <p class="sentence">
        {{ view.by ?? 'Somebody who has left' }} invites you to <b>{{ view.library }}</b>, as {{ view.role }}.
      </p>
      <template v-if="account.person">
        <button type="button" class="act main" :disabled="isBusy" @click="join({})">
          Join as {{ account.person.name }}
        </button>
      </template>
      <template v-else>
        <form @submit.prevent="join({ account: made })">
          <label for="name">Your name</label>
          <InputText id="name" v-model="made.name" autocomplete="name" maxlength="100" required autofocus />
          <label for="email">Address</label>
          <InputText id="email" v-model="made.email" type="email" autocomplete="username" required />
          <label for="password">Password, ten characters or more</label>
          <InputText
            id="password"
            v-model="made.password"
            type="password"
            autocomplete="new-password"
            minlength="10"
            required
          />
          <button class="act main" :disabled="isBusy">Make an account and join</button>
        </form>
        <p class="small"><NuxtLink class="link" :to="signIn">I have an account</NuxtLink></p>
      </template>
    </template>
    <ProblemList :problems />
    <p v-if="!view" class="small"><NuxtLink class="link" to="/">To the libraries</NuxtLink></p>
  </PlainPage>
</template>

<style scoped>
.sentence b {
  color: var(--ink);
  overflow-wrap: anywhere;
}
form {
  display: grid;
  gap: 6px;
  width: 100%;
}
label {
  font-weight: 500;
  margin-top: 6px;
}
form .act {
  margin-top: 14px;
  justify-self: start;
}
</style>
