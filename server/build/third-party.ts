import { readdirSync, readFileSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { licencePath } from '~~/core/release/checks/licence'
import { shippedIn } from '~~/core/release/licences'

/** Characters that are taken of one licence text, and bytes that its file may have. */
const most = 500_000

/**
 * The licences of installed packages that were put into a script, as one text, by the files that were put in, as
 * esbuild names them. Empty where there are none. `dependencies`: the folder that they are installed in.
 */
export function thirdPartyLicences(inputs: readonly string[], dependencies: string | undefined): string {
  if (dependencies === undefined) return ''
  const folders = new Set(inputs.flatMap((input) => packageFolder(input, dependencies) ?? []))
  return [...folders].sort().map(licenceIn).join('\n')
}

/** The folder of the package that an installed file is of. */
function packageFolder(input: string, dependencies: string): string | undefined {
  const path = `/${input.replace(/^file:/, '').replace(/^\//, '')}`
  if (!path.startsWith(`${dependencies}/`)) return undefined
  return /^.*\/node_modules\/(?:@[^/]+\/)?[^/]+(?=\/)/.exec(path)?.[0]
}

function licenceIn(folder: string): string {
  const { name, version, licence } = said(folder)
  const file = licencePath(readdirSync(folder))
  const text = file === undefined ? undefined : textAt(join(folder, file))
  return `${name} ${version}, ${licence ?? 'under a licence that it does not name'}\n\n${
    text?.trim() ?? 'It comes without a licence text.'
  }\n`
}

function said(folder: string): ReturnType<typeof shippedIn> {
  try {
    return shippedIn(JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8')))
  } catch {
    const name = folder.split('/node_modules/').at(-1)!
    return { name, version: '', licence: undefined }
  }
}

function textAt(file: string): string | undefined {
  try {
    return statSync(file).size > most ? undefined : readFileSync(file, 'utf8')
  } catch {
    return undefined
  }
}
