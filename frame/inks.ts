import { dyeOf, type Box, type Ink, type InkRole } from '../core/contrast/ink'
import { adopt, adoptedIn, setText } from './native'
import { attributeOf, elementName, nodesIn } from './pristine'
import { rootOf, rootsIn } from './sheets'
import { titleOf } from './title'

// What of a component is painted in one colour over something else: text, drawings, edges of fields. While
// that is looked at nothing of it is drawn, so that a picture shows what is behind it.

const still = new CSSStyleSheet()
setText(still, '*, *::before, *::after, *::placeholder { transition: none !important; }')
/** Everything that stands over something else, in one colour. */
const flat = new CSSStyleSheet()
const flatIn = (colour: string): string => `
  *, *::before, *::after, *::placeholder, *::marker {
    -webkit-text-fill-color: ${colour} !important;
    -webkit-text-stroke-color: transparent !important;
    text-decoration-color: transparent !important;
    text-emphasis-color: transparent !important;
    text-shadow: none !important;
    caret-color: transparent !important;
  }
  svg * { fill: ${colour} !important; stroke: ${colour} !important; }`
const dyes = new CSSStyleSheet()
const ours: readonly CSSStyleSheet[] = [still, flat, dyes]

function wear(sheets: readonly CSSStyleSheet[]): void {
  for (const root of rootsIn()) {
    const others = adoptedIn(root).filter((sheet) => !ours.includes(sheet))
    adopt(root, [...others, ...sheets])
  }
}

/**
 * Takes down what is painted below a place, then has all of it drawn in one colour. `names` are custom
 * properties that are given colours of their own meanwhile, by which it shows where each of them is painted.
 */
export function takeInks(place: Element, names: readonly string[], colour: string): Ink[] {
  const set = names.map((name, i) => `${name}: rgb(${dyeOf(i).join(' ')}) !important;`)
  setText(dyes, `:root, [data-theme] { ${set.join(' ')} }`)
  setText(flat, flatIn(colour))
  wear([still, dyes])
  const inks = new Inks().below(place)
  wear([still, dyes, flat])
  return inks
}
/** Draws everything again as it was. */
export function drawInks(): void {
  wear([])
}

/** Things that are told of one component, and rectangles of each. */
const most = { inks: 400, boxes: 8, text: 60 }
const unseen = ['style', 'script', 'link', 'template', 'noscript']
/** Shapes of SVG 2, and what shows one again. */
const shapes = ['path', 'circle', 'rect', 'ellipse', 'line', 'polyline', 'polygon', 'use', 'text']
const fieldTypes = /^(?:hidden|button|submit|reset|image|range|color|file)$/
const fieldRoles = /^(?:textbox|searchbox|combobox|spinbutton|checkbox|radio|switch|listbox)$/
const controls = 'a[href], button, summary, [role=button], [role=link], [role=tab], [role=menuitem]'

/** What is around an element, as it bears upon everything in it. */
interface Around {
  opacity: number
  /** Those above it that have trees of their own, and it itself. */
  hosts: string
  title: string
  /** The control it stands in says in words what it does. */
  isSaid: boolean
  isHidden: boolean
  /** Nobody can use it, as it stands behind something modal. */
  isBehind: boolean
  /** The drawing it is a shape of, by its number; 0 outside of drawings. */
  drawing: number
}

class Inks {
  private readonly found: Ink[] = []
  private drawings = 0

  below(place: Element): Ink[] {
    const isBehind = [...rootsIn()].some((root) => root.querySelector(':modal'))
    const around: Around = {
      isBehind,
      opacity: 1,
      hosts: '',
      title: '',
      isSaid: false,
      isHidden: false,
      drawing: 0,
    }
    for (const child of nodesIn(place)) this.visit(child, around)
    return this.found
  }

  private visit(node: Node, around: Around): void {
    if (this.found.length >= most.inks) return
    if (!(node instanceof Element) || unseen.includes(elementName(node))) return
    const style = getComputedStyle(node)
    // WCAG 2.2, 1.4.3 and 1.4.11 ask nothing of what cannot be used
    if (style.display === 'none' || isOff(node)) return
    const here: Around = {
      opacity: around.opacity * Number(style.opacity),
      isBehind: around.isBehind && !node.matches(':modal'),
      hosts: around.hosts,
      title: titleOf(node),
      isSaid: around.isSaid || (node.matches(controls) && hasWords(node)),
      isHidden: around.isHidden || attributeOf(node, 'aria-hidden') === 'true',
      drawing: around.drawing || (elementName(node) === 'svg' ? ++this.drawings : 0),
    }
    if (here.opacity === 0) return
    if (style.visibility === 'visible' && !here.isBehind) this.take(node, style, here)
    const root = rootOf(node)
    const inside = { ...here, hosts: `${here.hosts} ${here.title}`.trim() }
    if (root) for (const child of nodesIn(root)) this.visit(child, inside)
    for (const child of nodesIn(node)) this.visit(child, here)
  }

  private take(element: Element, style: CSSStyleDeclaration, around: Around): void {
    if (element instanceof SVGElement) return this.takeShape(element, style, around)
    this.takeText(element, style, around)
    if (isField(element)) {
      this.takeValue(element, style, around)
      this.takeEdge(element, style, around)
    }
  }

  private takeText(element: Element, style: CSSStyleDeclaration, around: Around): void {
    const boxes: Box[] = []
    let says = ''
    let shownIn: Element | null = element
    for (const child of nodesIn(element)) {
      if (!(child instanceof Text) || !child.data.trim()) continue
      // what stands in an element with a tree of its own is shown, and dressed, where a slot of that tree has
      // it
      if (rootOf(element)) shownIn = child.assignedSlot
      const range = document.createRange()
      range.selectNodeContents(child)
      boxes.push(...[...range.getClientRects()].map(boxOf))
      says = `${says} ${child.data.trim()}`.trim()
    }
    if (!boxes.length || !shownIn) return
    const worn = shownIn === element ? style : getComputedStyle(shownIn)
    const role = isGlyphs(says) ? drawingIn(around) : roleOfText(worn)
    this.add(role, worn.getPropertyValue('-webkit-text-fill-color'), boxes, says, around)
  }

  private takeShape(element: SVGElement, style: CSSStyleDeclaration, around: Around): void {
    if (!shapes.includes(elementName(element))) return
    const boxes = [boxOf(element.getBoundingClientRect())]
    if (elementName(element) !== 'line') this.addPaint(style.fill, boxes, around)
    if (parseFloat(style.strokeWidth) > 0) this.addPaint(style.stroke, boxes, around)
  }
  private addPaint(paint: string, boxes: Box[], around: Around): void {
    if (paint && paint !== 'none' && !paint.startsWith('url('))
      this.add(drawingIn(around), paint, boxes, '', around)
  }

  /** What is written in a field, or stands there until something is. */
  private takeValue(element: Element, style: CSSStyleDeclaration, around: Around): void {
    const { value, placeholder } = writtenIn(element)
    const says = value || placeholder
    if (!says) return
    const of = value ? style : getComputedStyle(element, '::placeholder')
    const opacity = value ? 1 : Number(of.opacity)
    const boxes = [boxOf(element.getBoundingClientRect())]
    const colour = of.getPropertyValue('-webkit-text-fill-color')
    this.add(roleOfText(style), colour, boxes, says, { ...around, opacity: around.opacity * opacity })
  }

  /** The edge by which a field is told from what is around it; one that the browser draws is its own. */
  private takeEdge(element: Element, style: CSSStyleDeclaration, around: Around): void {
    if (style.appearance !== 'none' && element.matches('[type=checkbox], [type=radio]')) return
    const side = ['bottom', 'top', 'left', 'right'].find(
      (name) =>
        parseFloat(style.getPropertyValue(`border-${name}-width`)) > 0 &&
        style.getPropertyValue(`border-${name}-style`) !== 'none',
    )
    if (!side) return
    const colour = style.getPropertyValue(`border-${side}-color`)
    const whole = element.getBoundingClientRect()
    this.add('edge', colour, [boxOf(whole), insideOf(whole, style)], side, around)
  }

  private add(role: InkRole, colour: string, boxes: Box[], says: string, around: Around): void {
    const seen = boxes.filter(isInWindow).slice(0, most.boxes)
    if (!seen.length || this.found.length >= most.inks) return
    const { opacity, hosts, title, drawing } = around
    const at = `${hosts} ${title}`.trim().slice(-300)
    this.found.push({
      role,
      at,
      says: says.slice(0, most.text),
      colour: colour.slice(0, 200),
      opacity,
      boxes: seen,
      drawing,
    })
  }
}

/** What a field shows: what is written in it, or chosen, or what stands there until something is. */
function writtenIn(field: Element): { value: string; placeholder: string } {
  if (field instanceof HTMLSelectElement)
    return { value: field.multiple ? '' : (field.selectedOptions[0]?.label ?? ''), placeholder: '' }
  const isWritten = field instanceof HTMLInputElement || field instanceof HTMLTextAreaElement
  return isWritten && !/^(?:checkbox|radio)$/.test(field.type) ? field : { value: '', placeholder: '' }
}
const drawingIn = ({ isSaid, isHidden }: Around): InkRole => (isSaid || isHidden ? 'ornament' : 'drawing')
/** Large text is 18 points, or 14 points and bold (WCAG 2.2, *large scale*). */
const roleOfText = ({ fontSize, fontWeight }: CSSStyleDeclaration): InkRole => {
  const pixels = parseFloat(fontSize)
  return pixels >= 24 || (pixels >= 56 / 3 && Number(fontWeight) >= 700) ? 'large' : 'text'
}
/** Signs of a font of drawings, which Unicode gives no meaning (its private use areas). */
const isGlyphs = (text: string): boolean => /^[\p{Co}\s]+$/u.test(text)
const hasWords = (element: Element): boolean => /\p{L}|\p{N}/u.test(wordsIn(element))
/** The text that an element shows, in its trees too. */
function wordsIn(node: Node): string {
  if (node instanceof Text) return node.data
  if (!(node instanceof Element) || unseen.includes(elementName(node)) || elementName(node) === 'svg')
    return ''
  const root = rootOf(node)
  const own = [...nodesIn(node)].map(wordsIn).join(' ')
  return root ? `${[...nodesIn(root)].map(wordsIn).join(' ')} ${own}` : own
}
const isOff = (element: Element): boolean =>
  element.matches(':disabled, [inert]') || attributeOf(element, 'aria-disabled') === 'true'
const isField = (element: Element): boolean =>
  (element instanceof HTMLInputElement && !fieldTypes.test(element.type)) ||
  element instanceof HTMLTextAreaElement ||
  element instanceof HTMLSelectElement ||
  fieldRoles.test(attributeOf(element, 'role') ?? '')

const boxOf = ({ x, y, width, height }: DOMRect): Box => ({ x, y, width, height })
function insideOf({ x, y, width, height }: DOMRect, style: CSSStyleDeclaration): Box {
  const [top, right, bottom, left] = [
    style.borderTopWidth,
    style.borderRightWidth,
    style.borderBottomWidth,
    style.borderLeftWidth,
  ].map(parseFloat) as [number, number, number, number]
  return { x: x + left, y: y + top, width: width - left - right, height: height - top - bottom }
}
const isInWindow = ({ x, y, width, height }: Box): boolean =>
  width > 0.5 && height > 0.5 && x < innerWidth && y < innerHeight && x + width > 0 && y + height > 0
