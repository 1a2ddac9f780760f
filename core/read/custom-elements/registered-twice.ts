import type { Place } from '../../contract/member'
import type { Problem } from '../../problem'

/** A tag that stands elsewhere once more. */
export interface Again {
  tag: string
  place: Place
}

/**
 * Elements that a file has, none of which is the first of its tag, from so many on are a build of the
 * same.
 */
const fewestOfBuild = 2

/**
 * What is told of tags that are registered once more: one by one, or of a file that holds nothing else at
 * once.
 */
export function registeredTwice(
  again: readonly Again[],
  found: ReadonlyMap<string, { place: Place }>,
): Problem[] {
  const first = new Set([...found.values()].map(({ place }) => place.file))
  const files = new Map<string, Again[]>()
  for (const given of again) files.set(given.place.file, [...(files.get(given.place.file) ?? []), given])
  return [...files].flatMap(([file, tags]): Problem[] =>
    tags.length >= fewestOfBuild && !first.has(file)
      ? [
          {
            code: 'left-aside-build',
            what: `${tags.length} elements stand in ${file} once more, and nothing else does.`,
            where: { file },
            todo: 'Nothing to do where it is a build of the same; else give them other tags.',
          },
        ]
      : tags.map(({ tag, place }) => ({
          code: 'registered-twice',
          what: `<${tag}> is registered a second time.`,
          where: place,
          todo: `Give one of the two another tag; the first stands in ${found.get(tag)!.place.file}.`,
        })),
  )
}
