import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import ts from 'typescript'

/** What the core may import: itself, and packages that compute and nothing else. */
const allowed = new Set([
  'zod',
  'zod/mini',
  'typescript',
  'css-tree',
  'css-tree/tokenizer',
  'css-tree/utils',
  'fastest-levenshtein',
  'json5',
  'parse5',
  'saxes',
  '@formatjs/icu-messageformat-parser',
  'fontkit',
  'resolve.exports',
  'culori/fn',
  'semver',
  'spdx-satisfies',
  'minisearch',
  'markdown-it',
  'aria-query',
  'pixelmatch',
  'property-information',
  'style-to-object',
  '@vue/compiler-sfc',
  'svelte/compiler',
])
const files = readdirSync('core', { recursive: true, encoding: 'utf8' })
  .filter((text) => text.endsWith('.ts') && !text.endsWith('.test.ts'))
  .map((text) => join('core', text))

// A page, the network, files and timers are kept out by tsconfig.core.json, which knows no such globals.
test.each(files)('%s is pure', (file) => {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true)
  const faults: string[] = []
  const visit = (node: ts.Node): void => {
    if (
      (ts.isImportDeclaration(node) || ts.isExportDeclaration(node)) &&
      node.moduleSpecifier &&
      ts.isStringLiteral(node.moduleSpecifier)
    ) {
      const { text } = node.moduleSpecifier
      if (!text.startsWith('.') && !allowed.has(text)) faults.push(`imports ${text}`)
    }
    if (
      ts.isCallExpression(node) &&
      ts.isPropertyAccessExpression(node.expression) &&
      ['Date.now', 'Math.random'].includes(node.expression.getText())
    )
      faults.push(`calls ${node.expression.getText()}`)
    if (ts.isNewExpression(node) && node.expression.getText() === 'Date' && !node.arguments?.length)
      faults.push('asks the clock')
    ts.forEachChild(node, visit)
  }
  visit(source)
  expect(faults).toEqual([])
})
