import { execFile } from 'node:child_process'
import { promisify } from 'node:util'
import { settings } from '../config'

const run = promisify(execFile)
let asked: { of: string; version: Promise<string | undefined> } | undefined

/** What the browser on the server calls itself; nothing where there is none. A process asks once. */
export function browserVersion(): Promise<string | undefined> {
  const of = settings().CHROMIUM
  if (asked?.of !== of)
    asked = {
      of,
      version: run(of, ['--version'], { timeout: 10_000 }).then(
        ({ stdout }) => stdout.trim() || undefined,
        () => undefined,
      ),
    }
  return asked.version
}
