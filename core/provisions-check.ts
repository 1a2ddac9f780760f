import { parseFragment, type DefaultTreeAdapterMap } from 'parse5'
import type { Problem } from './problem'
import type { Provisions } from './provisions'

/** What is wrong with provisions, as far as can be told without running them. */
export function problemsOfProvisions({ around, data }: Provisions): Problem[] {
  const problems: Problem[] = []
  if (around.trim()) {
    let slots = 0
    const visit = (node: DefaultTreeAdapterMap['node']): void => {
      if ('tagName' in node && node.tagName === 'slot') slots++
      if ('childNodes' in node) node.childNodes.forEach(visit)
    }
    visit(parseFragment(around))
    if (slots !== 1)
      problems.push({
        code: 'provisions-slot',
        what:
          slots === 0
            ? 'The markup around it has no place for the component.'
            : `The markup around it has ${slots} places for the component.`,
        todo: 'Write <slot></slot> once, where the component is to stand.',
      })
  }
  if (data.trim()) {
    try {
      JSON.parse(data)
    } catch (error) {
      problems.push({
        code: 'provisions-data',
        what: `The data is not JSON: ${(error as Error).message}`,
        todo: 'Mend it; everything else is as it was.',
      })
    }
  }
  return problems
}
