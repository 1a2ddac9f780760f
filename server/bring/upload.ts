import busboy from '@fastify/busboy'
import { getRequestHeader, type H3Event } from 'h3'
import { Failure } from '../auth/failure'
import { isText } from '../auth/text'
import { limits } from '../limits'
import { tooMany, type RawFile } from './folder'

/** A form with files: paths are the names of files, and fields may come more than once. */
export interface Upload {
  files: RawFile[]
  archive: Uint8Array | undefined
  fields: { name: string; value: string }[]
}

const refuse = (status: number, code: string, what: string, todo: string): Failure =>
  new Failure(status, [{ code, what, todo }])

/** Reads a form as it comes in, a piece at a time, with limits on its size and on how much it holds. */
// eslint-disable-next-line max-lines-per-function -- one stream, whose events share what has come so far
export function readUpload(event: H3Event, bytes: number): Promise<Upload> {
  const { req } = event.node
  if (!/^multipart\/form-data\b/i.test(getRequestHeader(event, 'content-type') ?? '')) {
    throw refuse(415, 'no-form', 'This is not a form with files.', 'Send it as multipart/form-data.')
  }
  const upload: Upload = { files: [], archive: undefined, fields: [] }
  // eslint-disable-next-line max-lines-per-function -- the events of the stream
  return new Promise((resolve, reject) => {
    const broken = () =>
      reject(refuse(400, 'broken-form', 'This form is broken off, or is none.', 'Send it again.'))
    const give = (failure: Failure) => {
      req.unpipe(parser)
      reject(failure)
    }
    let parser: ReturnType<typeof busboy>
    try {
      // paths are kept: the folders in them are what they are sent for
      parser = busboy({
        headers: req.headers as { 'content-type': string },
        preservePath: true,
        limits: {
          files: limits.form.files,
          fields: limits.form.fields,
          fieldSize: limits.form.field,
          fieldNameSize: 100,
        },
      })
    } catch {
      return broken()
    }
    let size = 0
    req.on('data', (piece: Buffer) => {
      size += piece.length
      if (size > bytes)
        give(
          refuse(
            413,
            'too-large',
            `This upload has more than ${bytes / 1e6} MB, which are the most at once.`,
            'Bring in fewer files, or leave out what is not source.',
          ),
        )
    })
    parser.on('file', (name, stream, path) => {
      const pieces: Buffer[] = []
      stream.on('data', (piece: Buffer) => pieces.push(piece))
      stream.on('end', () => {
        const content = Buffer.concat(pieces)
        if (name === 'archive') upload.archive = content
        else if (name === 'file') upload.files.push({ path, content })
      })
    })
    parser.on('field', (name, value, _nameCut, isCut) => {
      if (isCut || !isText(value))
        give(
          refuse(
            422,
            'bad-field',
            `The field “${name.slice(0, 100)}” is too long, or holds bytes that are no text.`,
            'Shorten it, and send it again.',
          ),
        )
      else upload.fields.push({ name, value })
    })
    parser.on('filesLimit', () => give(tooMany()))
    parser.on('fieldsLimit', () =>
      give(
        refuse(
          422,
          'too-many-fields',
          `This form has more than ${limits.form.fields} fields.`,
          'Take out fewer files at a time.',
        ),
      ),
    )
    parser.on('error', broken)
    parser.on('finish', () => resolve(upload))
    req.on('error', broken).on('aborted', broken)
    req.pipe(parser)
  })
}
