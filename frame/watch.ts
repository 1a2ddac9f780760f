import { internalsOf, rootOf, rootsIn } from './sheets'

// What is noticed of components between one thing that is done to them and the next.

/** Notices what changes of a place, and what it puts elsewhere in the page. */
export class Watch {
  private isMutated = false
  /** How often something changed: what was found out of the place stands as long as it is the same. */
  version = 0
  private readonly observer = new MutationObserver(() => this.note())
  private readonly watched = new WeakSet<Node>()
  private states = ''

  constructor(private readonly parent: Element) {}

  /** Whether something changed since it was asked last. */
  isChanged(elsewhere: ReadonlySet<Element>): boolean {
    const states = this.statesIn()
    this.takeNote()
    const isOther = this.isMutated || states !== this.states
    this.states = states
    this.isMutated = false
    for (const root of [this.parent, ...elsewhere]) this.watch(root)
    return isOther
  }

  /** Notes what changed just now. */
  takeNote(): void {
    if (this.observer.takeRecords().length > 0) this.note()
  }

  private note(): void {
    this.isMutated = true
    this.version += 1
  }

  private *rootsOf(from: Element): Generator<ShadowRoot> {
    for (const element of [from, ...from.querySelectorAll('*')]) {
      const root = rootOf(element)
      if (root) yield* rootsIn(root) as Generator<ShadowRoot>
    }
  }

  private watch(element: Element): void {
    for (const root of [element, ...this.rootsOf(element)]) {
      if (this.watched.has(root)) continue
      this.watched.add(root)
      this.observer.observe(root, {
        subtree: true,
        childList: true,
        attributes: true,
        characterData: true,
      })
    }
  }

  private statesIn(): string {
    const hosts = [...this.parent.children, ...[...this.rootsOf(this.parent)].map(({ host }) => host)]
    return hosts.map((host) => [...(internalsOf(host)?.states ?? [])].join(' ')).join(';')
  }

  end(): void {
    this.observer.disconnect()
  }
}

/** What is put into the page outside of where components are tried, while one of them has its turn. */
export class Elsewhere {
  private readonly added = new Set<Element>()
  private readonly observer = new MutationObserver((records) => this.note(records))

  constructor(private readonly area: Element) {
    this.observer.observe(document.body, { childList: true, subtree: true })
  }

  private note(records: readonly MutationRecord[]): void {
    for (const { target, addedNodes } of records)
      if (!this.area.contains(target))
        for (const node of addedNodes)
          if (node instanceof Element && !node.matches('style, script, link')) this.added.add(node)
  }

  /** Adds what has come since to what one place put elsewhere. */
  addTo(elsewhere: Set<Element>): void {
    this.note(this.observer.takeRecords())
    for (const element of this.added)
      if (element.isConnected && ![...elsewhere].some((outer) => outer.contains(element)))
        elsewhere.add(element)
    this.added.clear()
  }

  end(): void {
    this.observer.disconnect()
  }
}
