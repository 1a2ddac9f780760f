<script setup lang="ts">
import type { z } from 'zod'
import type { librariesSchema } from '~~/core/wire'
import type { TokenTerms } from '~/utils/token-terms'

/** What an access token may do, where, and for how long, as a sentence to choose in. */
defineProps<{ libraries: z.infer<typeof librariesSchema> }>()
const terms = defineModel<TokenTerms>({ required: true })
const lengths: { value: number | null; title: string }[] = [
  { value: 7, title: 'for a week' },
  { value: 30, title: 'for a month' },
  { value: 365, title: 'for a year' },
  { value: null, title: 'until it is revoked' },
]
</script>

<template>
  <span
    >It may
    <Choice
      v-model="terms.may"
      label="What it may do"
      :options="[
        { value: 'install', title: 'install' },
        { value: 'publish', title: 'install and publish' },
      ]"
    />
    in
    <Choice
      v-model="terms.library"
      label="In which library"
      :options="[
        { value: null, title: 'all my libraries' },
        ...libraries.map((library) => ({ value: library.slug, title: library.title })),
      ]"
    />, <Choice v-model="terms.days" label="How long" :options="lengths" />.</span
  >
</template>
