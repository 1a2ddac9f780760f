import ts from 'typescript'
import type { CheckedTypes } from '../../read/source/checked-types'
import { readComponentFiles, type FileReading } from '../../read/source/component-files'
import { doesNotParse, type Reading } from '../../read/source/reading'
import type { SourceSet } from '../../read/source/source-set'
import { SvelteComponent } from './component'
import { svelte } from './language'
import { svelteParts } from './script'

/** Reads the contracts of Svelte components. */
export const readSvelte = (sources: SourceSet, types: CheckedTypes): Reading =>
  readComponentFiles(sources, svelte.endings, (path, text) =>
    sources.once(`svelte ${path}`, [path, `${path}.d.ts`], () => readFile(sources, types, path, text)),
  )

function readFile(sources: SourceSet, types: CheckedTypes, path: string, text: string): FileReading {
  const { root, error } = svelteParts(path, text)
  if (error) return { problems: [doesNotParse(path, error.line, error.text)] }
  const script = sources.scripts.get(path) ?? ts.createSourceFile(path, '', ts.ScriptTarget.Latest, true)
  return { problems: [], contract: new SvelteComponent(sources, types, path, text, root, script).contract() }
}
