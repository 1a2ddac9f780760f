/** How a package hands on its icons: all of them by name, of which a bundler takes what is used, and the sheet. */
export const iconExports = {
  './icons': { types: './icons/index.d.ts', default: './icons/index.js' },
  './icons.css': './icons/icons.css',
  './icons/*': './icons/*',
}
