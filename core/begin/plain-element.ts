import type { SourceText } from '../read/source/source-text'
import { inManner, type Manner } from './manner'
import { summaryOf, type Names, type Wish } from './wish'

export const markup = '<div part="base" class="base"><slot>Nothing in it yet</slot></div>'
export const looks = (prop: string | undefined): string =>
  [
    ':host { display: inline-block; }',
    '.base { padding: 8px 12px; border: 1px solid currentColor; }',
    ...(prop ? [`:host([${prop}]) .base { border-color: transparent; }`] : []),
  ].join('\n')
export const switchName = 'quiet'

/** An element that builds on nothing but the platform. */
export function plainElement(
  manner: Manner,
  beside: string | undefined,
  names: Names,
  wish: Wish,
): SourceText[] {
  const ending = beside === undefined || /\.tsx?$/.test(beside) ? 'ts' : 'js'
  const typed = (type: string) => (ending === 'ts' ? type : '')
  const folder = beside?.includes('/') ? `${beside.slice(0, beside.lastIndexOf('/') + 1)}` : 'src/'
  const text = `const template = document.createElement('template')//;
template.innerHTML = \`<style>
${looks(switchName)}
</style>${markup}\`//;

/**
 * ${summaryOf(wish)}
 *
${wish.group ? ` * @group ${wish.group}\n` : ''} * @slot - What stands in it.
 * @csspart base - The whole of it.
 */
export class ${names.pascal} extends HTMLElement {
  constructor() {
    super()//;
    this.attachShadow({ mode: 'open' }).append(template.content.cloneNode(true))//;
  }

  /** Shown without its edge. */
  get ${switchName}()${typed(': boolean')} {
    return this.hasAttribute('${switchName}')//;
  }
  set ${switchName}(on${typed(': boolean')}) {
    this.toggleAttribute('${switchName}', on)//;
  }
}

customElements.define('${names.tag}', ${names.pascal})//;
${
  ending === 'ts'
    ? `
declare global {
  interface HTMLElementTagNameMap {
    '${names.tag}': ${names.pascal}
  }
}
`
    : ''
}`
  return [{ path: `${folder}${names.kebab}.${ending}`, text: inManner(text, manner) }]
}
