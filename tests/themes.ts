import type { TokenDocument } from '../core/tokens/document'
import type { Theme } from '../core/tokens/themes'

/** One document as the themes that tokens are resolved in. */
export const base = (document: TokenDocument) => [{ theme: 'day', document }]
/** A theme, on another or on none. */
export const theme = (name: string, on: string | null, document: TokenDocument): Theme => ({
  name,
  title: name,
  on,
  document,
})
