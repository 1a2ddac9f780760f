<script setup lang="ts">
import type { LookChange } from '~~/core/wire'

/** Why something looks otherwise: what came and went, and the rules and tokens by which the rest differs. */
const { reasons } = defineProps<{ reasons: LookChange['reasons'] }>()
const store = useLibrary()
const said = (value: string | null) => value ?? 'nothing'
/** The token that a custom property stands for, where it does. */
const tokenOf = (name: string) => store.tokenNames.get(name)
</script>

<template>
  <ul class="reasons">
    <li v-for="(reason, i) in reasons" :key="i">
      <p>
        <span class="code">{{ reason.at }}</span><template v-if="reason.what"
          >: {{ reason.what }} was </template
        ><template v-else-if="reason.now === null"> is gone</template><template v-else> is new</template
        ><template v-if="reason.what"
          ><span class="code">{{ said(reason.before) }}</span
          >, is <span class="code">{{ said(reason.now) }}</span></template
        >
      </p>
      <p v-for="cause in reason.by" :key="cause.name" class="small muted">
        <template v-if="cause.is === 'property'"
          >by
          <NuxtLink
            v-if="tokenOf(cause.name)"
            class="link"
            :to="{ path: `/${store.slug}/tokens`, query: { token: tokenOf(cause.name) } }"
            >{{ tokenOf(cause.name) }}</NuxtLink><span v-else class="code">{{ cause.name }}</span
          >, which was </template
        ><template v-else
          >by <span class="code">{{ cause.name }}</span>, which said </template
        ><span class="code">{{ said(cause.before) }}</span
        >{{ cause.is === 'property' ? ', is ' : ', says ' }}<span class="code">{{ said(cause.now) }}</span>
      </p>
    </li>
  </ul>
</template>

<style scoped>
.reasons {
  list-style: none;
  margin: 0;
  padding: 8px 0 0;
}
li {
  padding: 2px 0;
  overflow-wrap: anywhere;
}
li p + p {
  padding-left: 14px;
}
</style>
