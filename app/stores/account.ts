import { defineStore } from 'pinia'
import { z } from 'zod'
import { meSchema } from '~~/core/wire'

type Me = z.infer<typeof meSchema>

/** Who is signed in. */
export const useAccount = defineStore('account', () => {
  const person = ref<Me['person']>(null)
  const demo = ref<Me['demo']>([])
  const failed = ref(false)

  async function load() {
    try {
      const me = await ask(meSchema, '/me')
      person.value = me.person
      demo.value = me.demo
      failed.value = false
    } catch {
      failed.value = true
    }
  }
  async function signIn(email: string, password: string) {
    await ask(z.unknown(), '/sign-in', { method: 'POST', body: { email, password } })
    await load()
  }
  async function signOut() {
    await ask(z.unknown(), '/sign-out', { method: 'POST', body: {} })
    person.value = null
  }
  return { person, demo, failed, load, signIn, signOut }
})
