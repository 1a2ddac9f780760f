import { tokenTypes } from 'css-tree/tokenizer'
import type { Place } from '../contract/member'
import { Tokens, walkSheet } from '../style/sheet'
import { sheetsIn } from './sheets-in'
import type { SourceText } from './source/source-text'

/**
 * A width at which sheets of a component change, in CSS pixels: of the window (`@media`), or of what it
 * stands in (`@container`).
 */
export interface WidthAsked {
  width: number
  of: 'window' | 'parent'
  place: Place
}

const widths = new Set([
  'width',
  'min-width',
  'max-width',
  'inline-size',
  'min-inline-size',
  'max-inline-size',
])
/**
 * CSS pixels to a unit; those of text at the size browsers begin with (Media Queries Level 4, section 1.3).
 */
const units: Readonly<Record<string, number>> = {
  px: 1,
  em: 16,
  rem: 16,
  in: 96,
  cm: 96 / 2.54,
  mm: 96 / 25.4,
  pt: 96 / 72,
  pc: 16,
}

/** The widths that conditions of the files' sheets ask for, each once, the narrowest first. */
export function widthsIn(files: readonly SourceText[]): WidthAsked[] {
  const found = new Map<string, WidthAsked>()
  for (const file of files) {
    for (const { css, line } of sheetsIn(file)) {
      const tokens = new Tokens(css)
      walkSheet(tokens, {
        rule: () => undefined,
        ruleEnd: () => undefined,
        declaration: () => undefined,
        condition: (name, { from, to }) => {
          if (name !== 'media' && name !== 'container') return
          const of = name === 'media' ? 'window' : 'parent'
          for (let i = from; i < to; i++) {
            // brackets in brackets are looked into on the way
            if (tokens.type(i) !== tokenTypes.LeftParenthesis) continue
            const end = tokens.closing(i, to)
            const inside = Array.from({ length: end - i - 1 }, (_one, n) => i + 1 + n)
            if (
              inside.some((at) =>
                [tokenTypes.LeftParenthesis, tokenTypes.Function].includes(tokens.type(at) as never),
              ) ||
              !inside.some(
                (at) => tokens.type(at) === tokenTypes.Ident && widths.has(tokens.name(at).toLowerCase()),
              )
            )
              continue
            for (const at of inside) {
              const size =
                tokens.type(at) === tokenTypes.Dimension ? /^([\d.]+)([a-z]+)$/i.exec(tokens.raw(at)) : null
              const width =
                size && units[size[2]!.toLowerCase()]
                  ? Math.round(Number(size[1]) * units[size[2]!.toLowerCase()]!)
                  : 0
              if (width > 0 && width <= 10_000 && !found.has(`${of} ${width}`))
                found.set(`${of} ${width}`, {
                  width,
                  of,
                  place: { file: file.path, line: line(tokens.start(at)) },
                })
            }
          }
        },
      })
    }
  }
  return [...found.values()].sort((a, b) => a.width - b.width)
}
