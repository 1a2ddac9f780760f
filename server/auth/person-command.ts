import { createInterface } from 'node:readline/promises'
import { z } from 'zod'
import { closeStore, migrate, store, type Store } from '../store/database'
import { record } from '../store/audit'
import { addPerson, personByEmail } from '../store/people'
import { changePassword } from '../store/staff'
import { hashPassword } from './password'

/**
 * The command by which whoever runs the server makes an account, the first one too, or gives one another
 * password: `person NAME ADDRESS [--administrator]`. The password is read from standard input.
 */

const askedSchema = z.object({
  name: z.string().trim().min(1, 'a name is missing').max(100),
  email: z.email('that is no address').max(200),
  password: z.string().min(10, 'a password has ten characters or more').max(200),
})

const usage = 'npm run person -- "NAME" ADDRESS [--administrator]'

async function main(): Promise<string> {
  const words = process.argv.slice(2).filter((word) => !word.startsWith('--'))
  const flags = process.argv.slice(2).filter((word) => word.startsWith('--'))
  const unknown = flags.find((flag) => flag !== '--administrator')
  if (unknown !== undefined || words.length !== 2) throw new Error(usage)
  const [name, email] = words
  const read = askedSchema.safeParse({ name, email, password: await askPassword() })
  if (!read.success) throw new Error(`${read.error.issues[0]!.message}.\n${usage}`)
  const db = store()
  await migrate(db)
  return keep(db, read.data, flags.length > 0)
}

/** The first line of standard input; somebody at a terminal is asked for it, and does not see it. */
async function askPassword(): Promise<string> {
  if (process.stdin.isTTY) process.stderr.write('Password: ')
  const lines = createInterface({ input: process.stdin, output: undefined, terminal: process.stdin.isTTY })
  try {
    for await (const line of lines) return line
    return ''
  } finally {
    lines.close()
    if (process.stdin.isTTY) process.stderr.write('\n')
  }
}

async function keep(
  db: Store,
  { name, email, password }: z.infer<typeof askedSchema>,
  administrator: boolean,
): Promise<string> {
  const known = await personByEmail(db, email)
  const hash = await hashPassword(password)
  if (!known) {
    await db.transaction(async (trx) => {
      const { id } = await addPerson(trx, { name, email, password: hash, administrator })
      await record(trx, 'person made', { person: id }, { administrator })
    })
    return `${name} may sign in with ${email}${administrator ? ', as an administrator' : ''}.`
  }
  if (administrator && !known.administrator)
    throw new Error(`${email} is known, and no administrator. Make another account for that.`)
  await changePassword(db, known.id, hash)
  return `${known.name} has another password; every session ended.`
}

try {
  process.stdout.write(`${await main()}\n`)
} catch (error) {
  process.stderr.write(`${(error as Error).message}\n`)
  process.exitCode = 1
} finally {
  await closeStore()
}
