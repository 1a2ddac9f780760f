import { begunSchema } from '~~/core/wire'

/**
 * Begins a job that makes one file another, over the revision it was made from: what somebody else changed
 * since is
 * not written over. Answers the job's id.
 */
export async function saveSource(
  library: string,
  { path, text, from, note }: { path: string; text: string; from: number; note: string },
): Promise<string> {
  const form = new FormData()
  form.set('note', note)
  form.set('from', String(from))
  form.append('file', new Blob([text]), path)
  return (await ask(begunSchema, `/libraries/${library}/source`, { method: 'POST', form })).job
}
