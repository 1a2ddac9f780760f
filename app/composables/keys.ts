export interface Key { keys: string; does: string; run?: (event: KeyboardEvent) => void }

/** Keys of the screens that are open now; `?` lists them. Keys do nothing while somebody types. */
export function useKeys(keys: Key[]) {
  const all = useState<Key[]>('keys', () => [])
  const onKey = (event: KeyboardEvent) => {
    if (event.defaultPrevented || event.metaKey || event.altKey) return
    const typing = event.target instanceof HTMLElement && (event.target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName))
    const name = `${event.ctrlKey ? 'Ctrl ' : ''}${event.key}`
    const key = keys.find((one) => one.keys === name && one.run)
    if (!key || (typing && !event.ctrlKey)) return
    event.preventDefault()
    key.run!(event)
  }
  onMounted(() => {
    all.value = [...all.value, ...keys]
    window.addEventListener('keydown', onKey)
  })
  onUnmounted(() => {
    all.value = all.value.filter((one) => !keys.some((own) => own.keys === one.keys && own.does === one.does))
    window.removeEventListener('keydown', onKey)
  })
  return all
}
