import { begunSchema } from '~~/core/wire'

/** A file as it is to be. */
export interface SavedFile {
  path: string
  text: string
}

/**
 * Begins a job that makes some files others, over the revision they were made from: what somebody else
 * changed since is not written over. Answers the job's id.
 */
export async function saveSource(
  library: string,
  files: readonly SavedFile[],
  from: number,
  note: string,
): Promise<string> {
  const form = new FormData()
  form.set('note', note)
  form.set('from', String(from))
  for (const { path, text } of files) form.append('file', new Blob([text]), path)
  return (await ask(begunSchema, `/libraries/${library}/source`, { method: 'POST', form })).job
}
