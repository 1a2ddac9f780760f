/** Copies text, and says for a moment that it did. */
export function useCopy() {
  const copied = ref(false)
  async function copy(text: string) {
    await navigator.clipboard.writeText(text)
    copied.value = true
    setTimeout(() => {
      copied.value = false
    }, 1500)
  }
  return { copy, copied }
}
