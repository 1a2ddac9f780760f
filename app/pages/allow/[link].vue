<script setup lang="ts">
import type { z } from 'zod'
import { clientSignInSchema, librariesSchema, nothingSchema } from '~~/core/wire'
import type { Problem } from '~~/core/problem'

/** Where a package client sends its person: what asks for an access token, and allowing it one or not. */
const route = useRoute()
const account = useAccount()
useLibrary().leave()
useHead({ title: 'A package client · Kept Shelf' })
const signIn = ref<z.infer<typeof clientSignInSchema>>()
const libraries = ref<z.infer<typeof librariesSchema>>([])
const problems = ref<Problem[]>([])
const isBusy = ref(false)
const answered = ref<'allowed' | 'refused'>()
const name = ref('')
const terms = ref(usualTerms())
const address = `/client-sign-ins/${encodeURIComponent(String(route.params.link))}`
try {
  ;[signIn.value, libraries.value] = await Promise.all([
    ask(clientSignInSchema, address),
    ask(librariesSchema, '/libraries'),
  ])
  name.value = signIn.value.client
} catch (error) {
  problems.value = problemsOf(error)
}

async function answer(isAllowed: boolean) {
  isBusy.value = true
  problems.value = []
  try {
    const token = isAllowed ? tokenAsked(name.value, terms.value) : null
    await ask(nothingSchema, address, { method: 'POST', body: { token } })
    answered.value = isAllowed ? 'allowed' : 'refused'
  } catch (error) {
    problems.value = problemsOf(error)
  } finally {
    isBusy.value = false
  }
}
</script>

<template>
  <PlainPage>
    <div v-if="answered" role="status">
      <p class="sentence">
        {{
          answered === 'allowed'
            ? `${signIn!.client} has its access token in a moment: go back to it. This page can be closed.`
            : `${signIn!.client} gets no access token.`
        }}
      </p>
      <p class="small"><NuxtLink class="link" to="/account">Your access tokens</NuxtLink></p>
    </div>
    <template v-else-if="signIn">
      <p class="sentence">
        <b>{{ signIn.client }}</b> at the address <b>{{ signIn.address }}</b> asked
        {{ ago(signIn.made_at) }} to sign in as <b>{{ account.person?.name }}</b>.
      </p>
      <p>
        Allow it only if you have just signed in with a package client yourself, and nobody sent you this
        link: whoever has the access token can do what it may in your name.
      </p>
      <form @submit.prevent="answer(true)">
        <label class="small muted" for="token-name">An access token, for</label>
        <input id="token-name" v-model="name" class="field plain" maxlength="80" />
        <p class="sentence"><TokenTerms v-model="terms" :libraries /></p>
        <p class="acts">
          <button class="act main" :disabled="isBusy || !name.trim()">Allow it</button>
          <button type="button" class="act" :disabled="isBusy" @click="answer(false)">Refuse</button>
        </p>
      </form>
    </template>
    <ProblemList :problems />
    <p v-if="!signIn" class="small"><NuxtLink class="link" to="/">To the libraries</NuxtLink></p>
  </PlainPage>
</template>

<style scoped>
.sentence b {
  color: var(--ink);
  overflow-wrap: anywhere;
}
form {
  display: grid;
  gap: 4px;
  width: 100%;
  border-top: 1px solid var(--rule);
  padding-top: 14px;
}
.acts {
  display: flex;
  gap: 12px;
  margin-top: 14px;
}
</style>
