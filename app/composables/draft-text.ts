/**
 * A text that somebody writes over what is kept: whatever is answered meanwhile leaves it as it is, until it is
 * kept itself.
 */
export function useDraftText(kept: () => string) {
  const written = ref<string>()
  const text = computed({
    get: () => written.value ?? kept(),
    set: (now) => {
      written.value = now
    },
  })
  return {
    text,
    isWritten: computed(() => written.value !== undefined),
    /** What was written is kept now; what somebody has written since stays. */
    wasKept(sent: string) {
      if (written.value === sent) written.value = undefined
    },
  }
}
