import semver from 'semver'
import { z } from 'zod'
import { isPackageName } from '../package-name'

const entrySchema = z.looseObject({
  version: z.string().optional(),
  resolved: z.string().optional(),
  integrity: z.string().optional(),
  link: z.boolean().optional(),
  inBundle: z.boolean().optional(),
  dependencies: z.record(z.string(), z.string()).optional(),
  optionalDependencies: z.record(z.string(), z.string()).optional(),
  peerDependencies: z.record(z.string(), z.string()).optional(),
})
const lockSchema = z.looseObject({ packages: z.record(z.string(), entrySchema) })

/** A package in a lock that does not come from a registry, and what it asks for or is. */
export interface Stray {
  package: string
  what: string
}

/**
 * A range or a tag of a registry, or another of its packages under an alias; not a folder, a workspace, a
 * repository or an address.
 */
export function isFromRegistry(range: string): boolean {
  const [, aliased, of] = /^npm:(@?[^@]+)(?:@(.*))?$/.exec(range) ?? []
  if (aliased !== undefined) return isPackageName(aliased) && isFromRegistry(of ?? '*')
  return semver.validRange(range) !== null || /^[a-z][a-z0-9.-]*$/i.test(range)
}

/**
 * What in a package client's lock file does not come from the registry at this address: links, other
 * addresses, what has no checksum, and packages that ask for such things. `undefined` where the text is
 * no lock file.
 */
export function straysIn(text: string, registry: string): Stray[] | undefined {
  let json: unknown
  try {
    json = JSON.parse(text)
  } catch {
    return undefined
  }
  const read = lockSchema.safeParse(json)
  if (!read.success) return undefined
  const strays: Stray[] = []
  for (const [path, entry] of Object.entries(read.data.packages)) {
    const name = path.split('node_modules/').at(-1) || 'the library'
    const tell = (what: string) => strays.push({ package: name, what })
    if (path !== '') {
      if (entry.link) tell('it is a link to a folder')
      else if (!path.startsWith('node_modules/') || path.split('/').includes('..') || !isPackageName(name))
        tell('it stands in no place of a package')
      else if (!isOf(entry.resolved, registry) && !entry.inBundle)
        tell(`it comes from ${entry.resolved ?? 'nowhere that is said'}`)
      else if (!entry.integrity && !entry.inBundle) tell('it has no checksum')
      else if (entry.version === undefined || semver.valid(entry.version) === null) tell('it has no version')
    }
    for (const asked of [entry.dependencies, entry.optionalDependencies, entry.peerDependencies]) {
      for (const [other, range] of Object.entries(asked ?? {}))
        if (!isPackageName(other) || !isFromRegistry(range))
          tell(`it asks for ${other} as “${range.slice(0, 200)}”`)
    }
  }
  return strays
}

/**
 * Whether an address is one of a registry's: under its address, host, port and path, and on no way out of it.
 */
function isOf(address: string | undefined, registry: string): boolean {
  const base = registry.endsWith('/') ? registry : `${registry}/`
  return (
    address !== undefined &&
    address.startsWith(base) &&
    !/\.\.|%2e|\\|[\0-\x20]/i.test(address.slice(base.length))
  )
}
