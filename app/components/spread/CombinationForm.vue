<script setup lang="ts">
import type { Axis } from '~~/core/spread/axes'
import { axisIn, mayCombine } from '~~/core/spread/shown'

/** Two or three values that must never, or always, occur together. */
const { axes } = defineProps<{ axes: readonly Axis[] }>()
const emit = defineEmits<{ add: [rule: 'never' | 'always', together: string[]] }>()
const rule = ref<'never' | 'always'>('never')
const together = ref<[string, string, string]>(['', '', ''])
const given = computed(() => together.value.filter(Boolean))
const values = computed(() =>
  axes.flatMap((axis) =>
    axis.values.map((value, i) => ({ value: `${axis.id}=${i}`, title: `${axis.title}: ${value.title}` })),
  ),
)
/** Values of axes that none of these is of. */
const besides = (...others: string[]) =>
  values.value.filter(({ value }) => !others.filter(Boolean).map(axisIn).includes(axisIn(value)))
function add() {
  if (!mayCombine(given.value)) return
  emit('add', rule.value, given.value)
  together.value = ['', '', '']
}
</script>

<template>
  <div class="form">
    <p class="sentence">
      <Choice
        v-model="rule"
        label="Never or always"
        :options="[
          { value: 'never', title: 'Never' },
          { value: 'always', title: 'Always' },
        ]"
      />{{ ' ' }}
      <Choice
        v-model="together[0]"
        label="One value"
        :options="[{ value: '', title: 'something' }, ...values]"
      />
      with
      <Choice
        v-model="together[1]"
        label="Another value"
        :options="[{ value: '', title: 'something else' }, ...besides(together[0])]"
      /><template v-if="together[0] && together[1]">
        and
        <Choice
          v-model="together[2]"
          label="A third value"
          :options="[{ value: '', title: 'anything' }, ...besides(together[0], together[1])]" /></template
      >.
    </p>
    <button type="button" class="act" :disabled="!mayCombine(given)" @click="add">
      {{ rule === 'never' ? 'Leave it out' : 'Ask for it' }}
    </button>
  </div>
</template>

<style scoped>
.form {
  padding: 12px;
  display: grid;
  gap: 10px;
  justify-items: start;
}
</style>
