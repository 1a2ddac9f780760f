import { SaxesParser } from 'saxes'
import { done, refused, type Outcome } from '../problem'

/** An element of SVG, as XML has it. */
export interface SvgElement {
  name: string
  attributes: Record<string, string>
  children: SvgElement[]
}

/** Characters, elements and depth of one SVG file, at most. */
const [mostText, mostElements, mostDepth] = [2_000_000, 20_000, 64]

class TooMuch extends Error {}

/**
 * The elements of an SVG file. A document type is refused before anything is read: what it declares could
 * make a small file endlessly large (XML 1.0, 4.4), and no icon needs one that declares something.
 */
export function svgTree(text: string, file: string): Outcome<SvgElement> {
  if (text.length > mostText)
    return refused({
      code: 'svg-too-large',
      what: `This SVG file has ${text.length} characters; ${mostText} are the most.`,
      where: { file },
      todo: 'Bring in a simpler drawing.',
    })
  if (/<!DOCTYPE[^>]*\[/i.test(text) || /<!ENTITY/i.test(text))
    return refused({
      code: 'svg-declares',
      what: 'This SVG file declares entities of its own, which could grow without end.',
      where: { file },
      todo: 'Save it without a document type, and bring it in again.',
    })
  const parser = new SaxesParser({ xmlns: false, fileName: file })
  const open: SvgElement[] = []
  let root: SvgElement | undefined
  let count = 0
  parser.on('opentag', ({ name, attributes }) => {
    if (++count > mostElements || open.length >= mostDepth) throw new TooMuch()
    const element = { name: name.replace(/^svg:/, ''), attributes: { ...attributes }, children: [] }
    open.at(-1)?.children.push(element)
    root ??= element
    open.push(element)
  })
  parser.on('closetag', () => void open.pop())
  parser.on('error', (error) => {
    throw error
  })
  try {
    parser.write(text).close()
  } catch (error) {
    return error instanceof TooMuch
      ? refused({
          code: 'svg-too-large',
          what: `This SVG file has more than ${mostElements} elements, or more than ${mostDepth} in one another.`,
          where: { file },
          todo: 'Bring in a simpler drawing.',
        })
      : refused({
          code: 'svg-broken',
          what: `This is no well-formed XML: ${reasonOf(error)}.`,
          where: { file, line: Math.max(1, parser.line) },
          todo: 'Save it again from the program that drew it.',
        })
  }
  if (root?.name !== 'svg')
    return refused({
      code: 'svg-none',
      what: 'There is no SVG drawing in this file.',
      where: { file },
      todo: 'Choose files that begin with an svg element.',
    })
  return done(root)
}

const reasonOf = (error: unknown): string =>
  String(error instanceof Error ? error.message : error)
    .replace(/^.*?\d+:\d+: /, '')
    .replace(/\.$/, '')
