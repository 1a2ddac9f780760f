import { readdirSync, readFileSync, statSync } from 'node:fs'
import { join, relative, sep } from 'node:path'
import type { z } from 'zod'
import { isCalm } from '../core/problem'
import { isPassedOver, isSourceName } from '../core/read/source/reading'
import { begunSchema, jobSchema, problemDetailsSchema } from '../core/wire'

/** Why a push came to nothing, as a sentence, with the exit code that says so. */
export class PushFailure extends Error {
  constructor(
    message: string,
    readonly code = 1,
  ) {
    super(message)
  }
}

export interface Push {
  folder: string
  to: string
  token: string
  note: string
  say(text: string): void
}

const inLibrary = (root: string, path: string): string => relative(root, path).split(sep).join('/')

function filesUnder(root: string): string[] {
  let all
  try {
    all = readdirSync(root, { recursive: true, withFileTypes: true })
  } catch {
    throw new PushFailure(`There is no folder ${root}.`, 2)
  }
  return all
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath, entry.name))
    .filter(
      (path) => !isPassedOver(inLibrary(root, path)) && isSourceName(path) && statSync(path).size < 2_000_000,
    )
}

/** The address of a library's page as the address of its API. */
function apiOf(to: string): string {
  let url: URL
  try {
    url = new URL(to)
  } catch {
    throw new PushFailure(`“${to}” is no address.`, 2)
  }
  const slug = url.pathname.split('/').filter(Boolean)[0]
  if (!slug)
    throw new PushFailure(
      'The address names no library. Copy it from the library’s shelf, such as https://shelf.example/tern.',
      2,
    )
  return `${url.origin}/api/libraries/${slug}`
}

/** Brings a folder to the shelf and waits for the end; `true` where all of it was read and built. */
export async function push({ folder, to, token, note, say }: Push): Promise<boolean> {
  const api = apiOf(to)
  const ask = async <T>(schema: z.ZodType<T>, path: string, body?: FormData): Promise<T> => {
    let response: Response
    try {
      response = await fetch(`${api}${path}`, {
        method: body ? 'POST' : 'GET',
        headers: { authorization: `Bearer ${token}` },
        ...(body ? { body } : {}),
      })
    } catch {
      throw new PushFailure(`${new URL(api).host} does not answer.`)
    }
    const json: unknown = await response.json().catch(() => undefined)
    if (response.ok) return schema.parse(json)
    const read = problemDetailsSchema.safeParse(json)
    throw new PushFailure(
      read.success ? `${read.data.title} ${read.data.detail}`.trim() : `${api} answered ${response.status}.`,
    )
  }
  const files = filesUnder(folder)
  if (files.length === 0) throw new PushFailure(`There is nothing in ${folder} that is read.`, 2)
  const form = new FormData()
  form.set('note', note)
  form.set('whole', 'yes')
  for (const path of files) form.append('file', new Blob([readFileSync(path)]), inLibrary(folder, path))
  say(`Sending ${files.length} files …`)
  const { job } = await ask(begunSchema, '/source', form)
  for (let step = ''; ;) {
    const now = await ask(jobSchema, `/jobs/${job}`)
    if (now.state === 'running' && now.step && now.step !== step) say(`${(step = now.step)} …`)
    if (now.state === 'waiting' || now.state === 'running') {
      await new Promise((resolve) => setTimeout(resolve, 500))
      continue
    }
    const problems = (now.result?.problems ?? []).filter((problem) => !isCalm(problem))
    for (const problem of problems)
      say(
        '  ' +
          `${[problem.where?.file, problem.where?.line].filter((part) => part !== undefined).join(':')} ` +
          ` ${problem.what} ${problem.todo}`,
      )
    if (now.state !== 'done' || !now.result)
      throw new PushFailure(
        now.state === 'cancelled'
          ? 'Somebody cancelled it. The shelf is as it was.'
          : 'It was not brought in. The shelf is as it was.',
      )
    const { added, changed, gone, same, revision } = now.result
    say(
      `Revision ${revision}: ${added.length} new, ${changed.length} changed, ${gone.length} ` +
        `gone, ${same} the same.`,
    )
    say(`${new URL(to).origin}/${api.split('/').at(-1)}/bring-in/${job}`)
    return problems.length === 0
  }
}
