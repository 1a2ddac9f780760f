import type { Problem } from '~~/core/problem'
import { assetType } from '~~/core/read/source/assets'
import { isPassedOver, isSourceName } from '~~/core/read/source/reading'
import { isText } from '../auth/text'
import { settings } from '../config'
import { limits } from '../limits'
import { largestOf } from './file-size'
import type { SourceFile } from '../store/sources'

/** Of what was unpacked no more is kept than tells that it is too large. */
const sayTooLarge = (size: number, most: number): string =>
  size === most + 1
    ? `This file has more than ${most / 1e6} MB, which are the most.`
    : `This file has ${(size / 1e6).toFixed(1)} MB; ${most / 1e6} MB are the most.`

/**
 * What came in an upload, sorted: files to keep, and why the others are not. Of a `whole` library
 * pictures and the like are told together; somebody who chose single files is told of each.
 */
// eslint-disable-next-line max-lines-per-function -- the checks on one file, in the order in which they matter
export function judgeFiles(
  files: { path: string; content: Uint8Array }[],
  whole = false,
): { files: SourceFile[]; problems: Problem[] } {
  const problems: Problem[] = []
  const kept: SourceFile[] = []
  const others: string[] = []
  const refuse = (path: string, code: string, what: string, todo: string) =>
    problems.push({ code, what, where: { file: path }, todo })
  for (const { path, content } of files) {
    const decoder = new TextDecoder('utf-8', { fatal: true })
    if (path.length > limits.path || !isText(path))
      refuse(
        path.toWellFormed().replaceAll('\0', '').slice(0, 200),
        'path',
        'This path ' +
          (path.length > limits.path
            ? `has ${path.length} characters; ${limits.path} are the most.`
            : 'holds bytes that are no text.'),
        'Give the file a plainer name.',
      )
    else if (
      path.startsWith('/') ||
      path.includes('\\') ||
      path.split('/').some((text) => text === '..' || text === '.' || text === '')
    ) {
      refuse(path, 'path', 'This path leads out of the library.', 'Use paths inside the library’s folder.')
    } else if (isPassedOver(path)) continue
    else if (!isSourceName(path) && whole) others.push(path)
    else if (content.length > largestOf(path, settings().FILE_LIMIT))
      refuse(
        path,
        'file-too-large',
        sayTooLarge(content.length, largestOf(path, settings().FILE_LIMIT)),
        'Leave it out, or split it.',
      )
    else if (!isSourceName(path))
      refuse(
        path,
        'not-source',
        'This is not a kind of file we read.',
        'Leave it out; scripts, styles, markup, JSON, Markdown, pictures and faces of type are taken.',
      )
    else if (assetType(path)) kept.push({ path, text: addressOf(path, content) })
    else {
      try {
        const text = decoder.decode(content)
        if (!isText(text)) throw new Error('a zero byte')
        kept.push({ path, text })
      } catch {
        refuse(path, 'not-text', 'This file is not text in UTF-8.', 'Save it as UTF-8, or leave it out.')
      }
    }
  }
  if (others.length)
    problems.push({
      code: 'not-source',
      what:
        `${others.length} file${others.length === 1 ? ' is' : 's are'} of no kind we read ` +
        `and ${others.length === 1 ? 'was' : 'were'} left aside, ${others[0]!} first.`,
      where: { file: others[0]! },
      todo: 'Nothing to do: scripts, styles, markup, JSON, Markdown, pictures and faces of type are taken.',
    })
  return { files: kept, problems }
}

/** A picture or a face as it is kept: a data URL (RFC 2397). */
const addressOf = (path: string, content: Uint8Array): string =>
  `data:${assetType(path)};base64,${Buffer.from(content).toString('base64')}`
