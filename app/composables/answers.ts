/** What called methods of the component that is looked at answered, by the place of the call. */
export function useAnswers(tag: Ref<string>) {
  const answers = shallowRef<ReadonlyMap<number, { failed: boolean; text: string }>>(new Map())
  const onAnswered = ({ i, failed, text }: { i: number; failed: boolean; text: string }) => {
    answers.value = new Map([...answers.value, [i, { failed, text }]])
  }
  watch(tag, () => {
    answers.value = new Map()
  })
  return { answers, onAnswered }
}
