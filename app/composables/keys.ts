export interface Key {
  keys: string
  does: string
  run?: (event: KeyboardEvent) => void
}
/** Keys with the number of the screen they belong to: a page may come before the one it replaces has gone. */
type OwnedKey = Key & { owner: number }
let owners = 0

/** Keys of the screens that are open now; `?` lists them. Keys do nothing while somebody types. */
export function useKeys(keys: Key[]) {
  const all = useState<OwnedKey[]>('keys', () => [])
  const owner = ++owners
  const onKey = (event: KeyboardEvent) => {
    if (event.defaultPrevented || event.metaKey || event.altKey) return
    const typing =
      event.target instanceof HTMLElement &&
      (event.target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName))
    const name = `${event.ctrlKey ? 'Ctrl ' : ''}${event.key}`
    const key = keys.find((key) => key.keys === name && key.run)
    if (!key || typing) return
    event.preventDefault()
    key.run!(event)
  }
  onMounted(() => {
    all.value = [...all.value, ...keys.map((key) => ({ ...key, owner }))]
    window.addEventListener('keydown', onKey)
  })
  onUnmounted(() => {
    all.value = all.value.filter((ownedKey) => ownedKey.owner !== owner)
    window.removeEventListener('keydown', onKey)
  })
  return all
}
