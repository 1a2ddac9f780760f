import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { SourceText } from '../core/read/source/source-text'

/** All files of a folder, by their paths in it. */
export const filesIn = (folder: string, under = ''): SourceText[] =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath, entry.name))
    .sort()
    .map((path) => ({ path: under + path.slice(folder.length + 1), text: readFileSync(path, 'utf8') }))

/** The source of our demo library. */
export const ternSource = filesIn('demo/tern/src', 'src/')
