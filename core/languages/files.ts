import type { LanguageFile } from './file'
import { svelteFile } from './svelte/file'
import { vueFile } from './vue/file'

const files: readonly LanguageFile[] = [vueFile, svelteFile]

/** How a file is taken apart, where it is of a language that has files of its own. */
export const languageFile = (path: string): LanguageFile | undefined => {
  const ending = /\.([^./]+)$/.exec(path)?.[1] ?? ''
  return files.find((file) => file.endings.includes(ending))
}

/** How a plain script is compiled that a language's compiler has a say in. */
export const scriptCompiler = (path: string): LanguageFile['compileModule'] =>
  files.find((file) => file.isModule?.(path))?.compileModule
