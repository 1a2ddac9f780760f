import { classesShown, type ForeignPage } from './bleed'

/**
 * Pages that a component may come into, none of which was written with it in mind. Each says things of
 * elements that many pages say; what a component says itself has to hold against them.
 */
export const foreignNames = [
  'reset',
  'elements',
  'everything',
  'text',
  'large',
  'names',
  'library',
  'apart',
] as const
export type ForeignName = (typeof foreignNames)[number]

/** What each is called, and what it is. */
export const foreignTexts: Record<ForeignName, { title: string; is: string }> = {
  reset: {
    title: 'a page with a reset',
    is: 'It takes margins, padding, edges and type off every element.',
  },
  elements: {
    title: 'a page that styles plain elements',
    is: 'It has rules for buttons, fields, links, text.',
  },
  everything: { title: 'a page with rules for everything', is: 'It has one rule, for every element (*).' },
  text: { title: 'a page with type of its own', is: 'What it says of text comes down to all that is in it.' },
  large: { title: 'a page with text twice as large', is: 'A reader has asked for that (200 %).' },
  names: {
    title: 'a page that uses the same classes',
    is: 'It has rules for classes that the component has.',
  },
  library: {
    title: 'a page with the other sheets of the library',
    is: 'As the sheets are that come with others.',
  },
  apart: {
    title: 'a page without what is provided',
    is: 'Sheets that provisions bring are away; in a shadow tree they would not reach it either.',
  },
}

/** Whether a name that a frame told is one of them. */
export const isForeignName = (name: string): name is ForeignName =>
  (foreignNames as readonly string[]).includes(name)

const reset = `
  *, *::before, *::after { box-sizing: border-box; margin: 0; padding: 0; border: 0 solid; }
  h1, h2, h3, h4, h5, h6, p, blockquote, pre, code, small, strong, b, em, i, th, td, caption, label, legend,
  button, input, select, textarea { font: inherit; color: inherit; letter-spacing: inherit; }
  button, input, select, textarea { background: transparent; border-radius: 0; }
  ol, ul, menu { list-style: none; }
  a { color: inherit; text-decoration: none; }
  img, svg, video, canvas { display: block; max-width: 100%; }
  table { border-collapse: collapse; border-spacing: 0; }`
const elements = `
  a { color: #7a1fa2; font-weight: 700; text-decoration: underline 3px; }
  button, input, select, textarea {
    margin: 7px; padding: 11px 23px; border: 3px dotted #5d4037; border-radius: 19px; background: #fff3c4;
    color: #3e2723; font: italic 700 19px/1.9 cursive; text-transform: uppercase; box-shadow: 0 0 5px #795548;
  }
  h1, h2, h3, h4, h5, h6 { margin: 31px 0; color: #bf360c; font: 900 29px/1.1 cursive; letter-spacing: 3px; }
  p, blockquote, pre, figure { margin: 23px 0; line-height: 2.3; text-indent: 21px; }
  ul, ol, dl { margin: 27px; padding: 0 0 0 47px; list-style: square; }
  li, dt, dd { margin: 9px 0; padding: 5px; }
  table, th, td { padding: 13px; border: 1px solid #bf360c; text-align: right; }
  label, legend, summary, caption { display: block; padding: 3px; font-weight: 900; color: #1a237e; }
  img, svg, video, canvas { border: 2px solid #bf360c; opacity: 0.9; }
  strong, b, em, i, small, code { color: #b71c1c; font-size: 21px; }
  section, article, header, footer, nav, main, aside { padding: 17px; background: #e8f5e9; }
  hr { margin: 33px 0; border-width: 5px; }`
const everything = `
  * {
    color: #4a148c; font-family: cursive; font-size: 19px; line-height: 2.1; letter-spacing: 1px;
    text-align: right;
  }`
const textAround = `
  body {
    color: #4a148c; font: italic 700 23px/2.2 cursive; letter-spacing: 2px; word-spacing: 7px; text-align: right;
    text-indent: 19px; text-transform: uppercase; white-space: nowrap; cursor: crosshair; list-style: square inside;
  }`
const large = 'html { font-size: 200%; }'
/** What a page says of its own classes. */
const ofNames = `
  margin: 9px; padding: 13px; border: 3px solid #bf360c; border-radius: 11px; background: #fff3c4; color: #3e2723;
  font: italic 700 21px/2 cursive; text-align: right; text-transform: uppercase; opacity: 0.8; display: inline-block;
  position: relative; box-shadow: 0 0 5px #795548;`

/**
 * Pages in which a component is looked at: one with the classes it has itself, and one with others of its
 * library.
 */
export function foreignPages(sheets: string): ForeignPage[] {
  const both = (name: ForeignName, css: string): ForeignPage[] => [
    { name, css, late: false },
    { name, css, late: true },
  ]
  return [
    ...both('reset', reset),
    ...both('elements', elements),
    ...both('everything', everything),
    { name: 'text', css: textAround, late: true },
    { name: 'large', css: large, late: true },
    ...both('names', `${classesShown} { ${ofNames} }`),
    ...(sheets.trim() ? both('library', sheets) : []),
    { name: 'apart', css: null, late: false },
  ]
}

/** A sheet of a library that goes into the page, or a block of one in a component's own file. */
export interface PageSheet {
  file: string
  css: string
}

/**
 * Sheets of a library that go into the page, as far as they are given to one component at once, in
 * characters.
 */
const longestSheets = 300_000

/** The sheets that come into a page with components other than the one that these files are of. */
export function sheetsOfOthers<Sheet extends PageSheet>(
  sheets: readonly Sheet[],
  own: readonly string[],
): Sheet[] {
  let length = 0
  return sheets.filter(({ file, css }) => {
    if (own.includes(file) || length + css.length > longestSheets) return false
    length += css.length
    return true
  })
}
/** Sheets as a page has them, one after another. */
export const asOneSheet = (sheets: readonly PageSheet[]): string => sheets.map(({ css }) => css).join('\n')
