import type { Check, Finding } from '../check'
import { readIn, type Declared } from '../declared'
import { ownersOf } from '../owners'

/**
 * Custom properties of one rule that read each other in a circle, fallbacks included: each of them is then
 * invalid, whatever else sets it further up (CSS Custom Properties for Cascading Variables Level 1, section
 * 3.3). Between rules that need not reach one element nothing is certain, and nothing is told.
 */
export const propertyCircle: Check = {
  run({ declared, contracts }) {
    const owners = ownersOf(contracts)
    return [...byRule(declared)].flatMap(([key, properties]) =>
      circlesIn(properties).map((circle) => findingOf(key, circle, properties, owners)),
    )
  },
}

/** What each rule says last of custom properties, by its file, selector and conditions. */
function byRule(declared: readonly Declared[]): Map<string, Map<string, Declared>> {
  const rules = new Map<string, Map<string, Declared>>()
  for (const declaration of declared) {
    if (!declaration.property.startsWith('--')) continue
    const key = `${declaration.file} ${declaration.selector} ${declaration.conditions}`.trim()
    const rule = rules.get(key) ?? new Map<string, Declared>()
    rules.set(key, rule.set(declaration.property, declaration))
  }
  return rules
}

/** Circles among the properties of one rule, each from the name that comes first by letter. */
function circlesIn(properties: ReadonlyMap<string, Declared>): string[][] {
  const circles = new Map<string, string[]>()
  const done = new Set<string>()
  const visit = (name: string, way: readonly string[]): void => {
    const at = way.indexOf(name)
    if (at >= 0) {
      const circle = fromFirst(way.slice(at))
      circles.set(circle.join(' '), circle)
      return
    }
    const declared = properties.get(name)
    if (!declared || done.has(name)) return
    for (const next of readIn(declared.value)) visit(next, [...way, name])
    done.add(name)
  }
  for (const name of properties.keys()) visit(name, [])
  return [...circles.values()]
}
function fromFirst(names: readonly string[]): string[] {
  const first = names.indexOf([...names].sort()[0]!)
  return [...names.slice(first), ...names.slice(0, first)]
}

function findingOf(
  rule: string,
  circle: readonly string[],
  properties: ReadonlyMap<string, Declared>,
  owners: ReturnType<typeof ownersOf>,
): Finding {
  const [first] = circle as [string, ...string[]]
  const { file, line } = properties.get(first)!
  const tag = owners.get(file)?.tag
  return {
    rule: 'property-circle',
    about: `${rule} ${circle.join(' ')}`.slice(0, 500),
    says:
      circle.length === 1
        ? `${first} reads itself: it has no value there, not even the one that comes down.`
        : `${[...circle, first].join(' reads ')}: none of them has a value there.`,
    todo: 'Give one of them a name of its own for what it takes over.',
    place: { file, line },
    ...(tag === undefined ? {} : { tag }),
  }
}
