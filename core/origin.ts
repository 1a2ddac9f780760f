import { z } from 'zod'
import { isPackageName } from './package-name'

/**
 * Where a library is kept in Git. `folder` is the one in it that holds the library; `ref` a branch or a tag.
 */
export const gitOriginSchema = z.object({
  is: z.literal('git'),
  address: z.string().min(1).max(500),
  ref: z
    .string()
    .max(200)
    .regex(/^(?!-)[\w./-]*$/, 'a branch or a tag')
    .default(''),
  folder: z
    .string()
    .max(300)
    .regex(/^(?!\/)(?!.*(^|\/)\.\.(\/|$))[^\0\\]*$/, 'a folder inside the repository')
    .default(''),
})
export type GitOrigin = z.infer<typeof gitOriginSchema>

/** A package in a registry, by name and version, range or tag. */
export const packageOriginSchema = z.object({
  is: z.literal('package'),
  name: z.string().max(214).refine(isPackageName, 'this is not a package name'),
  range: z
    .string()
    .max(100)
    .regex(/^(?![-.])[\w.^~<>=|* +-]*$/, 'a version, a range or a tag')
    .default('latest'),
})
export type PackageOrigin = z.infer<typeof packageOriginSchema>

/** Where a library's source comes from, when it is fetched and not uploaded. */
export const originSchema = z.discriminatedUnion('is', [gitOriginSchema, packageOriginSchema])
export type Origin = z.infer<typeof originSchema>

/** Where a library came from, in a few words. */
export const originTitle = (origin: Origin): string =>
  origin.is === 'git'
    ? `${origin.address}${origin.ref ? ` at ${origin.ref}` : ''}`
    : `the package ${origin.name} ${origin.range}`
