/**
 * Script that puts a sheet into the document, once; where there is none, as on a server that renders,
 * nothing.
 */
export const injected = (css: string, name: string): string =>
  `if (typeof document !== 'undefined') { const sheet = document.createElement('style'); ` +
  `sheet.dataset.sheet = ${JSON.stringify(name)}; sheet.textContent = ${JSON.stringify(css)}; ` +
  `if (!document.querySelector(\`style[data-sheet="\${sheet.dataset.sheet}"]\`)) ` +
  'document.head.append(sheet) }'
