/** A name a package client takes for a package's: no option, no path, no address. */
export const isPackageName = (name: string): boolean =>
  name.length <= 214 && /^(?:@[a-z0-9~][a-z0-9._~-]*\/)?[a-z0-9~_][a-z0-9._~-]*$/i.test(name)

/** The scope of a package's name, such as `@marram`, or `undefined` where it has none. */
export const packageScope = (name: string): string | undefined => /^(@[^/]+)\//.exec(name)?.[1]
