<script setup lang="ts">
import type { TierRule } from '~~/core/check/tier-rule'

/** What the library has its tokens refer to, said by whoever keeps it. */
const { rule } = defineProps<{ rule: TierRule }>()
const emit = defineEmits<{ change: [rule: TierRule] }>()
const store = useLibrary()
const semantic = computed({
  get: () => rule.semantic,
  set: (value) => emit('change', { ...rule, semantic: value }),
})
const component = computed({
  get: () => rule.component,
  set: (value) => emit('change', { ...rule, component: value }),
})
const titles = {
  primitive: 'primitive ones',
  semantic: 'semantic ones',
  'semantic or primitive': 'semantic or primitive ones',
  anything: 'whatever they like',
}
const optionsOf = (values: (keyof typeof titles)[]) =>
  values.map((value) => ({ value, title: titles[value] }))
</script>

<template>
  <p class="sentence small">
    Here semantic tokens refer to
    <Choice
      v-if="store.may.keep"
      v-model="semantic"
      label="Semantic tokens refer to"
      :options="optionsOf(['primitive', 'anything'])"
    /><template v-else>{{ titles[rule.semantic] }}</template
    >, and component tokens to
    <Choice
      v-if="store.may.keep"
      v-model="component"
      label="Component tokens refer to"
      :options="optionsOf(['semantic', 'semantic or primitive', 'anything'])"
    /><template v-else>{{ titles[rule.component] }}</template
    >.
  </p>
</template>
