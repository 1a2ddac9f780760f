import type { Place } from '~~/core/contract/member'

/** A place in the source as it stands in a line: the file's own name and the line. */
export const shortPlace = ({ file, line }: Place): string => `${file.split('/').at(-1)} ${line}`
