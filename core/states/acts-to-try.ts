import type { Act, Target } from '../acts/act'
import { keyPattern } from '../acts/act'
import { keysFor } from '../accessible/patterns'
import type { ToldNode } from '../accessible/told'

/** Roles of what somebody presses. */
const pressed = new Set(
  (
    'button link checkbox switch radio tab option menuitem menuitemcheckbox menuitemradio treeitem ' +
    'combobox gridcell columnheader rowheader DisclosureTriangle'
  ).split(' '),
)
/** Roles of what somebody writes into, with what is written to see what comes of it. */
const written: Readonly<Record<string, string>> = {
  textbox: 'a',
  searchbox: 'a',
  combobox: 'a',
  spinbutton: '1',
}
/**
 * Roles of what is used by keys alone, once it has the focus, which pressing it gives it. What pressing uses is in
 * another state then, in which keys are tried.
 */
const usedByKeys = new Set(['slider', 'spinbutton', 'scrollbar'])
/** Keys that use what has the focus, which pressing it does as well. */
const sameAsPress = new Set(['Enter', 'Space', 'Shift', 'Tab'])

/** Of what is alike but for its name, so many are tried: the others do as these do. */
const mostAlike = 2
/** Of a kind of act, in one state. */
const [mostPressed, mostPointed, mostKeys, mostFocused] = [10, 3, 8, 2]

/** A browser's own name of a role, where people and other browsers know it by its text. */
const isByText = (role: string): boolean => role === 'DisclosureTriangle'
/** How somebody speaks of what is told; nothing where they have no word for its role. */
export const targetOf = ({ role, name }: ToldNode): Target | undefined => {
  if (isByText(role)) return name ? { text: name } : undefined
  return /^[a-z]+$/.test(role) ? { role, ...(name ? { name } : {}) } : undefined
}
const isAble = ({ states }: ToldNode): boolean => states.disabled !== 'true'
const isWritable = ({ role, states }: ToldNode): boolean =>
  written[role] !== undefined && states.readonly !== 'true' && 'editable' in states

/** The first of each role and name, and of each role that has entries only the first few. */
function distinct(nodes: readonly ToldNode[]): ToldNode[] {
  const seen = new Set<string>()
  const counts = new Map<string, number>()
  return nodes.filter((node) => {
    const key = `${node.role} ${node.name}`
    const count = counts.get(node.role) ?? 0
    const isEntry = !['button', 'link', 'checkbox', 'switch'].includes(node.role)
    if (seen.has(key) || (isEntry && count >= mostAlike)) return false
    seen.add(key)
    counts.set(node.role, count + 1)
    return true
  })
}

/** The keys that something answers or the source asks for, but for those that do what pressing it does. */
const keysOn = ({ role }: ToldNode, keysOfSource: readonly string[]): string[] =>
  ['Escape', ...keysFor(role, keysOfSource)].filter(
    (key) => keyPattern.test(key) && !(sameAsPress.has(key) && pressed.has(role)),
  )

/**
 * What somebody could do to a component as it stands there, in the order it is tried: press what can be pressed,
 * write and empty, the keys that something answers or the source asks for, point at what is pressed. Each is one
 * act, or two where a key needs the focus first.
 */
export function actsToTry(told: readonly ToldNode[], keysOfSource: readonly string[]): Act[][] {
  const able = told.filter(isAble)
  const onTargets = (
    nodes: readonly ToldNode[],
    most: number,
    acts: (on: Target, node: ToldNode) => Act[][],
  ) =>
    distinct(nodes)
      .slice(0, most)
      .flatMap((node) => {
        const target = targetOf(node)
        return target ? acts(target, node) : []
      })
  const toPress = able.filter(({ role }) => pressed.has(role))
  const focused = told.find(({ states }) => states.focused === 'true')
  const onFocused = focused ? keysOn(focused, keysOfSource) : []
  const keys = (names: readonly string[]) => [...new Set(names)].slice(0, mostKeys)
  return [
    ...onTargets(toPress, mostPressed, (on) => [[{ do: 'press', on }]]),
    ...onTargets(able.filter(isWritable), mostPressed, (on, { role, states }) => [
      [{ do: 'type', text: states.value ? '' : written[role]!, on }],
    ]),
    ...keys(onFocused).map((key): Act[] => [{ do: 'key', key }]),
    ...onTargets(
      able.filter((node) => usedByKeys.has(node.role) && node !== focused),
      mostFocused,
      (on, node) =>
        keys(keysOn(node, keysOfSource)).map((key): Act[] => [
          { do: 'press', on },
          { do: 'key', key },
        ]),
    ),
    ...onTargets(toPress, mostPointed, (on) => [[{ do: 'point', on }]]),
  ]
}
