import { z } from 'zod'
import { done, refused, type Outcome } from '../problem'

/** What a library's own package.json says of it, as far as publishing needs it. */
export const libraryPackageSchema = z.object({
  name: z
    .string()
    .regex(
      /^(@[a-z0-9~-][a-z0-9._~-]*\/)?[a-z0-9~-][a-z0-9._~-]*$/,
      'A package name has lower case letters, digits, hyphens, dots, and may start with a @scope/.',
    ),
  description: z.string().optional(),
  license: z.string().min(1, 'Name a licence by its SPDX id.'),
  author: z.union([z.string(), z.object({ name: z.string() }).loose()]).optional(),
  keywords: z.array(z.string()).optional(),
  homepage: z.string().optional(),
  repository: z.union([z.string(), z.object({ url: z.string() }).loose()]).optional(),
  dependencies: z.record(z.string(), z.string()).optional(),
  peerDependencies: z.record(z.string(), z.string()).optional(),
  // what of it does something by being loaded; all of it where nothing is said
  sideEffects: z
    .union([z.boolean(), z.array(z.string())])
    .optional()
    .catch(undefined),
  // older packages write it in shapes that mean nothing any more
  engines: z.record(z.string(), z.string()).optional().catch(undefined),
})
export type LibraryPackage = z.infer<typeof libraryPackageSchema>

export function readLibraryPackage(text: string | undefined): Outcome<LibraryPackage> {
  const where = { file: 'package.json' }
  if (text === undefined)
    return refused({
      code: 'no-package-json',
      what: 'The library has no package.json.',
      where,
      todo: 'Bring one in, with name and license.',
    })
  let json: unknown
  try {
    json = JSON.parse(text)
  } catch (error) {
    return refused({
      code: 'package-json',
      what: `package.json is not JSON: ${(error as Error).message}.`,
      where,
      todo: 'Mend it and bring it in again.',
    })
  }
  const read = libraryPackageSchema.safeParse(json)
  if (read.success) return done(read.data)
  return {
    ok: false,
    problems: read.error.issues.map((issue) => ({
      code: 'package-json',
      what: `${issue.path.join('.')}: ${issue.message}`,
      where,
      todo: 'Mend package.json and bring it in again.',
    })),
  }
}
