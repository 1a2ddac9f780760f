import { compilerOptionsOf } from '~~/core/read/source/imports'
import type { SourceText } from '~~/core/read/source/source-text'

/** How scripts of a library are compiled, as its tsconfig.json says; the same for shelf and package. */
export function compiling(files: readonly SourceText[]) {
  const { jsxImportSource, experimentalDecorators } = compilerOptionsOf(
    files.find((file) => file.path === 'tsconfig.json')?.text,
  )
  // decorators as they were before the standard work on fields that are assigned
  const old = experimentalDecorators === true
  return {
    bundle: true,
    target: 'es2022',
    // packages name what is compiled with the library by the condition of its language
    conditions: ['svelte', 'module'],
    jsx: 'automatic' as const,
    jsxImportSource: typeof jsxImportSource === 'string' ? jsxImportSource : 'react',
    tsconfigRaw: { compilerOptions: { experimentalDecorators: old, useDefineForClassFields: !old } },
    outdir: '/out',
    outbase: '/',
    absWorkingDir: '/',
    write: false as const,
    logLevel: 'silent' as const,
  }
}

/** What is known of a library's build when it is built, as build tools set it. */
export const asBuilt = {
  'import.meta.env': '{"MODE":"production","PROD":true,"DEV":false,"SSR":false}',
}

/** What is known of a page before it runs, where nothing of it is left to another build. */
export const asInPage = {
  ...asBuilt,
  'process.env.NODE_ENV': '"production"',
  // other variables of a build are not set
  'process.env': '{}',
  __VUE_OPTIONS_API__: 'true',
  __VUE_PROD_DEVTOOLS__: 'false',
  __VUE_PROD_HYDRATION_MISMATCH_DETAILS__: 'false',
}

/**
 * A module, or its map, without the folder of this server that packages are installed in: who looks at it is
 * told which file of which package it is, and no more.
 */
export function withoutPlace(content: Uint8Array, dependencies: string | undefined): Uint8Array {
  const place = dependencies && `${dependencies.slice(1)}/`
  const text = Buffer.from(content.buffer, content.byteOffset, content.byteLength)
  return place && text.includes(place) ? Buffer.from(text.toString('utf8').replaceAll(place, '')) : content
}

/**
 * A path of an installed package as the library sees it: where packages lie on this server is nobody's
 * affair.
 */
export const asInstalled = (text: string): string => text.replace(/[^\s"'“”()]*\/(node_modules\/)/g, '$1')
