import { computeAccessibleName, getRole, isInaccessible } from 'dom-accessibility-api'
import { entryRoles, type Target } from '../core/acts/act'
import { sayTarget } from '../core/acts/sentence'
import { outside } from './held'
import { isDrawn } from './native'
import { rootOf } from './sheets'

// What somebody perceives of a page: roles and names as accessibility APIs compute them (HTML-AAM, ACCNAME).

/** Elements that are looked at on a page at most. */
const most = 20_000

/** Every element of the page, through shadow trees, in the order of the tree. */
export function elementsOf(from: Element = document.body): Element[] {
  const found: Element[] = []
  const open = [from]
  for (let element = open.pop(); element && found.length < most; element = open.pop()) {
    found.push(element)
    const inside = rootOf(element)
    open.push(...[...element.children].reverse(), ...(inside ? [...inside.children].reverse() : []))
  }
  return found
}

const plain = (text: string | null | undefined): string => (text ?? '').replace(/\s+/g, ' ').trim()
export const roleOf = (element: Element): string | null => getRole(element)
export const nameOf = (element: Element): string => plain(computeAccessibleName(element)).slice(0, 300)
const isPerceived = (element: Element): boolean => isDrawn(element) && !isInaccessible(element)

/** The text that stands in an element itself. */
const ownText = (element: Element): string =>
  plain([...element.childNodes].map((node) => (node instanceof Text ? node.data : '')).join(''))
/** All text that is read in an element, through shadow trees. */
export const textIn = (element: Element): string =>
  plain(elementsOf(element).filter(isDrawn).map(ownText).join(' '))

function isMeant(element: Element, target: Target): boolean {
  if ('role' in target)
    return (
      roleOf(element) === target.role &&
      isPerceived(element) &&
      (target.name === undefined || nameOf(element) === plain(target.name))
    )
  if (!isDrawn(element)) return false
  if ('part' in target) return element.part.contains(target.part)
  if ('slot' in target)
    return element.assignedSlot !== null && (element.assignedSlot.getAttribute('name') ?? '') === target.slot
  return ownText(element) === plain(target.text)
}

/** What is meant by a target, as it is on the page now. */
export const allMeant = (target: Target): Element[] =>
  elementsOf().filter((element) => isMeant(element, target))
export const findTarget = (target: Target): Element | undefined => allMeant(target)[(target.nth ?? 1) - 1]

/** Entries of a list, a table, a row of tabs: of its own, not of one that stands in it. */
export function entriesOf(holder: Element): Element[] {
  const isEntry = (element: Element) => entryRoles.includes(roleOf(element) ?? '') && isPerceived(element)
  const holderRole = roleOf(holder)
  return elementsOf(holder).filter((element) => {
    if (element === holder || !isEntry(element)) return false
    for (let around = outside(element); around && around !== holder; around = outside(around))
      if (roleOf(around) === holderRole) return false
    return true
  })
}

/** Roles that somebody acts on. */
const acted = new Set([
  'button',
  'link',
  'checkbox',
  'radio',
  'switch',
  'tab',
  'option',
  'menuitem',
  'menuitemcheckbox',
  'menuitemradio',
  'textbox',
  'searchbox',
  'combobox',
  'spinbutton',
  'slider',
  'treeitem',
  'gridcell',
])
export const isActedOn = (element: Element): boolean => acted.has(roleOf(element) ?? '')

const quoted = (text: string): boolean => text !== '' && text.length <= 300
/** Ways to name an element, the one that most people would perceive first. */
function namesFor(element: Element): Target[] {
  const [role, name, text] = [roleOf(element), nameOf(element), ownText(element)]
  const [part] = element.part
  const slot = element.assignedSlot?.getAttribute('name')
  return [
    ...(role && /^[a-z]+$/.test(role) && quoted(name) ? [{ role, name }] : []),
    ...(part && /^[\w-]+$/.test(part) ? [{ part }] : []),
    ...(quoted(text) ? [{ text }] : []),
    ...(role && /^[a-z]+$/.test(role) && role !== 'generic' ? [{ role }] : []),
    ...(slot !== undefined && slot !== null && /^[\w-]*$/.test(slot) ? [{ slot }] : []),
  ]
}
/** How somebody would speak of an element, so that nothing else is meant. */
export function targetFor(element: Element): Target | undefined {
  for (const target of namesFor(element)) {
    const nth = allMeant(target).indexOf(element) + 1
    if (nth > 0 && nth < 1000) return nth === 1 ? target : { ...target, nth }
  }
  return undefined
}

/** What is there of the kind of a target that is not: how each of it would be spoken of. */
export function insteadOf(target: Target): string[] {
  const all = elementsOf()
  const isAlike = (element: Element): boolean =>
    'role' in target
      ? roleOf(element) === target.role && isPerceived(element)
      : 'part' in target
        ? element.part.length > 0 && isDrawn(element)
        : 'slot' in target
          ? element.assignedSlot !== null
          : isDrawn(element) && ownText(element) !== ''
  const alike = all.filter(isAlike)
  const others = alike.length ? alike : all.filter((element) => isActedOn(element) && isPerceived(element))
  return [...new Set(others.flatMap((element) => targetFor(element) ?? []).map(sayTarget))].slice(0, 8)
}
