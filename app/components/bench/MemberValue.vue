<script setup lang="ts">
import { withCalls, withEntry } from '~~/core/code/edit'
import type { Usage } from '~~/core/code/usage'
import type { Contract, Member } from '~~/core/contract/contract'
import { editorFor } from '~~/core/contract/type'
import { isElement } from '~~/core/languages/languages'

/** What is live of a member: an editor for what can be set, and where the others are reached. */
const { contract, member, answers } = defineProps<{
  contract: Contract
  member: Member
  answers: ReadonlyMap<number, { failed: boolean; text: string }>
}>()
const usage = defineModel<Usage>({ required: true })
/**
 * Whether an attribute and its property may hold something different: where one is converted to the other, or
 * does not follow it.
 */
const attributeApart = computed(() =>
  member.kind === 'prop' &&
  isElement(contract) &&
  !member.attributeOnly &&
  !member.readonly &&
  (!member.reflects || !['text', 'colour', 'choice'].includes(editorFor(member.type)))
    ? member.attribute
    : undefined,
)
const set = <Key extends 'props' | 'slots' | 'attributes' | 'styles'>(
  key: Key,
  name: string,
  value: NonNullable<Usage[Key]>[string] | undefined,
) => {
  usage.value = withEntry(usage.value, key, name, value)
}
</script>

<template>
  <PropEditor
    v-if="member.kind === 'prop' && !member.readonly"
    :prop="member"
    :model-value="usage.props[member.name]"
    @update:model-value="set('props', member.name, $event)"
  />
  <AttributeApart
    v-if="attributeApart !== undefined"
    :name="attributeApart"
    :model-value="usage.attributes?.[attributeApart]"
    @update:model-value="set('attributes', attributeApart, $event)"
  />
  <template v-if="member.known !== 'comment'">
    <SlotEditor
      v-if="member.kind === 'slot'"
      :of="member"
      :tag="contract.tag"
      :model-value="usage.slots[member.name]"
      @update:model-value="set('slots', member.name, $event)"
    />
    <CustomPropertyEditor
      v-else-if="member.kind === 'custom-property'"
      :property="member"
      :model-value="usage.styles?.[member.name]"
      @update:model-value="set('styles', member.name, $event)"
    />
    <MethodCaller
      v-else-if="member.kind === 'method' && isHandled(contract, member)"
      :method="member"
      :answers
      :model-value="usage.calls ?? []"
      @update:model-value="usage = withCalls(usage, [...$event])"
    />
    <VariantValue v-else-if="member.kind === 'variant'" v-model="usage" :contract :variant="member" />
    <StateValue v-else-if="member.kind === 'state'" :tag="contract.tag" :state="member" />
    <span v-else-if="member.kind === 'part'" class="small muted"
      >reach by <code>::part({{ member.name }})</code></span
    >
    <span v-else-if="member.kind === 'key'" class="small muted">press it in the rendering</span>
    <span v-else-if="member.kind === 'event'" class="small muted">listed as it fires</span>
  </template>
</template>
