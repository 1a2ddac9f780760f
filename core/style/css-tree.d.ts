/** Only its tokenizer is wanted here, and not the whole of the package: preview frames carry this. */
declare module 'css-tree/tokenizer' {
  export { tokenize, tokenTypes } from 'css-tree'
}
declare module 'css-tree/utils' {
  export { ident, string } from 'css-tree'
}
