/** What a `package.json` says of itself. */
export type PackageFile = Record<string, unknown> & { name: string }

/** A package file as it is written, or nothing where it is none. */
export function packageFile(text: string | undefined): PackageFile | undefined {
  try {
    const file: unknown = JSON.parse(text ?? 'null')
    return typeof file === 'object' && file !== null && 'name' in file && typeof file.name === 'string'
      ? (file as PackageFile)
      : undefined
  } catch {
    return undefined
  }
}
