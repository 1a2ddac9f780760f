import satisfies from 'spdx-satisfies'
import { z } from 'zod'
import { fine, judged, type Tried } from './consumer/consumer'

/** What a package brings along, with the licence it says it has: an SPDX expression, where it is one. */
export interface Shipped {
  name: string
  version: string
  licence: string | undefined
}

/** Licences under which anybody may ship what has them, where a library has said nothing: SPDX identifiers. */
export const usualLicences: readonly string[] = [
  '0BSD',
  'Apache-2.0',
  'BlueOak-1.0.0',
  'BSD-2-Clause',
  'BSD-3-Clause',
  'CC0-1.0',
  'ISC',
  'MIT',
  'MIT-0',
  'Unlicense',
  'Zlib',
]

/** Whether a text is a licence of the SPDX licence list, alone and with nothing after it. */
export function isLicence(text: string): boolean {
  try {
    return /^[\w.-]+$/.test(text) && satisfies(text, [text])
  } catch {
    return false
  }
}

/** Licences that what a package brings along may have; nothing for the usual ones. */
export const licencesSchema = z
  .array(
    z
      .string()
      .max(100)
      .refine(isLicence, { error: ({ input }) => `“${String(input)}” is no licence of the SPDX list` }),
  )
  .min(1)
  .max(100)

/** Whether what has this licence may be shipped; of alternatives one is enough, of what goes together all. */
export function mayBeShipped(licence: string, allowed: readonly string[]): boolean {
  try {
    return satisfies(licence, allowed)
  } catch {
    return false
  }
}

/** A `package.json` as far as it says what may be done with its package, in the older manners too. */
const manifestSchema = z.object({
  name: z.string().max(300).default('').catch(''),
  version: z.string().max(300).default('').catch(''),
  license: z.unknown().optional(),
  licenses: z.unknown().optional(),
})
const namedSchema = z.object({ type: z.string() })

/** What a `package.json` says of its licence. */
export function shippedIn(manifest: unknown): Shipped {
  const { name, version, license, licenses } = manifestSchema.parse(manifest)
  const named = (Array.isArray(licenses) ? licenses : [license]).flatMap((entry: unknown) => {
    if (typeof entry === 'string') return [entry.trim()]
    const read = namedSchema.safeParse(entry)
    return read.success ? [read.data.type.trim()] : []
  })
  // of several in the older manner anyone may be chosen
  const licence = named.filter(Boolean).join(' OR ')
  // what is cut off is marked, so that nobody takes the beginning of an expression for all of it
  return {
    name,
    version,
    licence: (licence.length > 300 ? `${licence.slice(0, 300)}…` : licence) || undefined,
  }
}

/** What is wrong with what comes along, or how much of it has which licence. */
export function judgeLicences(shipped: readonly Shipped[], allowed: readonly string[]): Tried {
  const barred = shipped.filter(({ licence }) => licence === undefined || !mayBeShipped(licence, allowed))
  if (barred.length > 0) return judged(barred.map(sayBarred))
  const counts = new Map<string, number>()
  for (const { licence } of shipped) counts.set(licence!, (counts.get(licence!) ?? 0) + 1)
  const said = [...counts].toSorted(([, a], [, b]) => b - a).map(([licence, count]) => `${count} ${licence}`)
  if (said.length === 0) return { ...fine, says: ['Nothing else comes along.'] }
  return { ...fine, says: [`What comes along, by licence: ${said.join(', ')}.`] }
}

function sayBarred({ name, version, licence }: Shipped): string {
  const of = `${name}@${version}`
  return licence === undefined ? `${of} says nothing of its licence.` : `${of} is under ${licence}.`
}
