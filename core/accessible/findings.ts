import { nodeTitle } from './difference'
import { keyTitle, needsOthers, patterns } from './patterns'
import { isRole, roleFacts } from './roles'
import type { Told, ToldNode } from './told'

/** Something that is not as WAI-ARIA or the practices for a role have it, as a sentence. */
export interface AccessibleFinding {
  about: 'role' | 'name' | 'state' | 'holds' | 'key' | 'focus' | 'engine'
  says: string
}

/** All that is wrong of a component in one situation, each thing once. */
export function findingsOf(told: Told): AccessibleFinding[] {
  const all = [
    ...told.nodes.flatMap((node) => [...roleFindings(node), ...nameFindings(node), ...stateFindings(node)]),
    ...holdingFindings(told.nodes),
    ...keyFindings(told),
    ...focusFindings(told),
    ...engineFindings(told),
  ]
  return [...new Map(all.map((finding) => [finding.says, finding])).values()]
}

/** A role that does not exist, which a browser passes over (WAI-ARIA 1.2, section 9.1). */
function roleFindings({ written, element, role }: ToldNode): AccessibleFinding[] {
  const asked = written?.split(/\s+/).filter(Boolean) ?? []
  return asked.length > 0 && !asked.some(isRole)
    ? [
        {
          about: 'role',
          says: `${element} asks for the role “${written}”, which there is not: it is told as ${role}.`,
        },
      ]
    : []
}

function nameFindings(node: ToldNode): AccessibleFinding[] {
  const facts = roleFacts(node.role)
  if (!facts) return []
  if (facts.nameRequired && !node.name)
    return [{ about: 'name', says: `${node.role} (${node.element}) has no name.` }]
  if (facts.nameProhibited && node.name && node.from === 'aria-label')
    return [
      {
        about: 'name',
        says: `${node.element} is told as ${node.role}, which may have no name: “${node.name}” is lost.`,
      },
    ]
  return []
}

/**
 * States a role must have. What browsers tell by themselves stands in the tree; what they leave out is missing
 * for whoever listens.
 */
function stateFindings(node: ToldNode): AccessibleFinding[] {
  const facts = roleFacts(node.role)
  // `controls` is asked for while it is open only, and a heading has a level whoever says nothing
  const missing = (facts?.required ?? []).filter(
    (state) => node.states[state] === undefined && !['controls', 'level', 'valuenow'].includes(state),
  )
  const valueMissing = facts?.required.includes('valuenow') && node.states.value === undefined
  return [...missing, ...(valueMissing ? ['valuenow'] : [])].map((state) => ({
    about: 'state' as const,
    says: `${nodeTitle(node)} does not tell its ${state}, which its role must.`,
  }))
}

/** What must hold, or stand in, something of another role. What is empty or busy may hold nothing yet. */
function holdingFindings(nodes: readonly ToldNode[]): AccessibleFinding[] {
  const parents = new Map(
    nodes.flatMap((node) => node.children.map((child) => [nodes[child], node] as const)),
  )
  return nodes.flatMap((node): AccessibleFinding[] => {
    const facts = roleFacts(node.role)
    if (!facts) return []
    const below = node.children.flatMap((child) => nodes[child] ?? [])
    const holdsOther = below.length > 0 && !below.some(({ role }) => facts.owns.includes(role))
    const found: AccessibleFinding[] = []
    if (facts.owns.length > 0 && holdsOther && node.states.busy !== 'true')
      found.push({ about: 'holds', says: `${nodeTitle(node)} holds no ${facts.owns.join(' or ')}.` })
    const parent = parents.get(node)
    if (facts.within.length > 0 && parent && !facts.within.includes(parent.role))
      found.push({ about: 'holds', says: `${nodeTitle(node)} stands in no ${facts.within.join(' or ')}.` })
    return found
  })
}

/** Keys of a role's pattern of which none did anything. */
function keyFindings({ pressed, nodes }: Told): AccessibleFinding[] {
  const tried = new Map<string, { role: string; name: string }>()
  for (const { role, name } of pressed) tried.set(`${role} ${name}`, { role, name })
  return [...tried.values()].flatMap(({ role, name }) => {
    const others = nodes.filter(
      (node) => node.role === role || (role === 'listbox' && node.role === 'option'),
    )
    if (needsOthers(role) && others.length < 2) return []
    return (patterns[role] ?? []).flatMap(({ keys, does }): AccessibleFinding[] => {
      const of = pressed.filter(
        (press) => press.role === role && press.name === name && keys.includes(press.key),
      )
      const isAnswered = of.length < keys.length || of.some(({ did }) => did.length > 0)
      return isAnswered
        ? []
        : [
            {
              about: 'key',
              says: `${nodeTitle({ role, name })} does nothing at ${keys.map(keyTitle).join(', ')}: that ${does}.`,
            },
          ]
    })
  })
}

const focusFindings = ({ stops }: Told): AccessibleFinding[] =>
  stops
    .filter(({ visible }) => !visible)
    .map((stop) => ({
      about: 'focus',
      says: `With the focus on ${nodeTitle(stop)} nothing is painted otherwise: nobody sees where it is.`,
    }))

const engineFindings = ({ engine }: Told): AccessibleFinding[] =>
  engine.map(({ says, at, impact }) => ({ about: 'engine', says: `${says} (${impact}), ${at}.` }))
