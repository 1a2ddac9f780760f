<script setup lang="ts">
/** What the server needs to know to fetch a library from somewhere. */
defineProps<{
  fields: { name: string; label: string; placeholder: string; required?: boolean; secret?: boolean }[]
  disabled: boolean
}>()
const values = defineModel<Record<string, string>>({ required: true })
defineEmits<{ fetch: [] }>()
const id = useId()
const set = (name: string, event: Event, isSecret?: boolean) => {
  const { value } = event.target as HTMLInputElement
  values.value = { ...values.value, [name]: isSecret ? value : value.trim() }
}
</script>

<template>
  <form @submit.prevent="$emit('fetch')">
    <template v-for="{ name, label, placeholder, required, secret } in fields" :key="name">
      <label :for="id + name">{{ label }}</label>
      <input
        :id="id + name"
        :value="values[name]"
        class="field"
        :type="secret ? 'password' : 'text'"
        :required
        :placeholder
        autocomplete="off"
        spellcheck="false"
        @input="set(name, $event, secret)"
      />
    </template>
    <span />
    <p>
      <button
        type="submit"
        class="act main"
        :disabled="disabled || fields.some(({ name, required }) => required && !values[name])"
      >
        Fetch and read
      </button>
    </p>
  </form>
</template>

<style scoped>
form {
  display: grid;
  grid-template-columns: 110px minmax(0, 440px);
  align-items: baseline;
  gap: 10px 16px;
}
@media (max-width: 600px) {
  form {
    grid-template-columns: 1fr;
  }
}
</style>
