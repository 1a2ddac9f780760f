/** A source file as text. `path` is relative to the library's root, with forward slashes. */
export interface SourceText {
  path: string
  text: string
}
