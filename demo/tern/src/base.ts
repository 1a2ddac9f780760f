import { say, type MessageKey } from './messages.ts'

/** A template element with the given markup. */
export function markup(html: string): HTMLTemplateElement {
  const template = document.createElement('template')
  template.innerHTML = html
  return template
}

/** A style sheet that every instance of an element shares. */
export function sheet(css: string): CSSStyleSheet {
  const styles = new CSSStyleSheet()
  styles.replaceSync(css)
  return styles
}

/** Registers an element, unless a page has loaded it twice. */
export function register(tag: string, element: CustomElementConstructor): void {
  if (!customElements.get(tag)) customElements.define(tag, element)
}

/** What all Tern elements share: an open shadow root with a template in it, and events that cross it. */
export abstract class TernElement extends HTMLElement {
  protected readonly root = this.attachShadow({ mode: 'open' })

  protected dress(template: HTMLTemplateElement, ...sheets: CSSStyleSheet[]): void {
    this.root.append(template.content.cloneNode(true))
    // elements inside are what they are before they are given anything
    customElements.upgrade(this.root)
    this.root.adoptedStyleSheets = sheets
  }

  protected find<E extends HTMLElement = HTMLElement>(selector: string): E {
    return this.root.querySelector<E>(selector)!
  }

  /** What is said here in the language of the page. */
  protected say(key: MessageKey, values?: Readonly<Record<string, string>>): string {
    return say(this, key, values)
  }

  /** Tells the page; `false` when a listener refused. */
  protected emit<D>(name: string, detail: D): boolean {
    return this.dispatchEvent(new CustomEvent<D>(name, { detail, bubbles: true, composed: true, cancelable: true }))
  }
}
