import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { buffer } from 'node:stream/consumers'
import { build } from 'esbuild'
import { ZipFile } from 'yazl'
import type { Contract } from '~~/core/contract/contract'
import { guideOf, type GuideInput } from '~~/core/guide/guide'
import type { SourceText } from '~~/core/read/source/source-text'
import { tokenPrefix } from '~~/core/release/package'
import { themesCss, tokensByProperty, type Theme } from '~~/core/tokens/themes'
import { guidePages } from '../guide/pages'
import { asInPage, compiling, withoutPlace } from './compiling'
import { entryOfComponent, librarySource } from './library-source'
import { packageSheet } from './package-modules'
import { thirdPartyLicences } from './third-party'

export interface GuideToBuild {
  guide: Omit<GuideInput, 'tokens'>
  files: SourceText[]
  /** Of all components that can be shown. */
  contracts: Contract[]
  themes: Theme[]
  /** What its folder is called. */
  folder: string
  /** How themes show icons. */
  iconsCss: string
  dependencies?: string | undefined
}

/**
 * A guide as a folder that works without a server, as a ZIP archive: pages, live examples, and the library with
 * all that it runs on in one classic script, which browsers load from a folder too. The same input gives the
 * same bytes.
 */
export async function buildGuide({
  guide: input,
  files,
  contracts,
  themes,
  iconsCss,
  folder,
  dependencies,
}: GuideToBuild): Promise<Uint8Array> {
  const prefix = tokenPrefix(input.prefix)
  const guide = guideOf({ ...input, tokens: [...tokensByProperty(themes, prefix).keys()] })
  const sheet = (await packageSheet(files, contracts, dependencies)) ?? ''
  const { css } = themesCss(themes, prefix)
  const library = await libraryScript(files, contracts, dependencies)
  const ours = ['live.js', 'page.js', 'guide.css'].map((name) => ({
    path: name,
    content: readFileSync(join(process.env.KEPT_SHELF_ROOT ?? process.cwd(), '.build/guide', name), 'utf8'),
  }))
  return zipped(folder, [
    ...(await guidePages(guide)),
    ...ours,
    { path: 'looks.css', content: `${css}\n${iconsCss}\n${sheet}\n${ground}\n` },
    { path: 'library.js', content: library.script },
    ...(library.licences ? [{ path: 'third-party-licences.txt', content: library.licences }] : []),
  ])
}

/** An example stands on the ground of its theme. */
const ground = 'body { margin: 16px; background: Canvas; color: CanvasText }'

const entry = 'entry/guide.ts'

/** All components as one script, each run when it is first asked for: one that fails costs no other. */
async function libraryScript(
  files: SourceText[],
  contracts: Contract[],
  dependencies: string | undefined,
): Promise<{ script: Uint8Array; licences: string }> {
  const lines = contracts.map(
    ({ tag }) => `${JSON.stringify(tag)}: () => require(${JSON.stringify(entryOfComponent + tag)})`,
  )
  const text = `window.keptLibrary = {\n${lines.join(',\n')}\n}`
  const { outputFiles, metafile } = await build({
    ...compiling(files),
    entryPoints: [entry],
    format: 'iife',
    minify: true,
    metafile: true,
    define: asInPage,
    plugins: [librarySource([...files, { path: entry, text }], { contracts, dependencies })],
  })
  return {
    script: withoutPlace(outputFiles[0]!.contents, dependencies),
    licences: thirdPartyLicences(Object.keys(metafile.inputs), dependencies),
  }
}

async function zipped(
  folder: string,
  files: { path: string; content: string | Uint8Array }[],
): Promise<Uint8Array> {
  const zip = new ZipFile()
  for (const { path, content } of files)
    zip.addBuffer(Buffer.from(content as Uint8Array), `${folder}/${path}`, {
      mtime: new Date(Date.UTC(1985, 9, 26, 8, 15)),
      mode: 0o100644,
    })
  zip.end()
  return buffer(zip.outputStream as NodeJS.ReadableStream)
}
