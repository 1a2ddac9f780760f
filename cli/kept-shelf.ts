import { parseArgs } from 'node:util'
import { push, PushFailure } from './push'

const help = `kept-shelf: the companion of a shelf

  kept-shelf push [folder] --to <address of the library> [--note <words>] [--strict]

Brings a folder (this one, unless named) to a library's shelf, as the whole of it, and waits for what
comes of it. The token stands in KEPT_SHELF_TOKEN; it needs the scope “publish”, and its owner the role
of contributor. With --strict anything that could not be read or built is a failure.

  KEPT_SHELF_TOKEN=… kept-shelf push . --to https://shelf.example/tern
`

const { values, positionals } = parseArgs({
  allowPositionals: true,
  strict: true,
  options: {
    to: { type: 'string' },
    note: { type: 'string' },
    strict: { type: 'boolean', default: false },
    help: { type: 'boolean', short: 'h', default: false },
  },
})
const [command, folder = '.'] = positionals
if (values.help || command === undefined) process.stdout.write(help)
else if (command !== 'push') {
  process.stderr.write(`There is no command “${command}”.\n\n${help}`)
  process.exitCode = 2
} else {
  try {
    const token = process.env.KEPT_SHELF_TOKEN
    if (!values.to)
      throw new PushFailure(
        'Where to is not said. Write --to and the address of the library, such as ' +
          'https://shelf.example/tern.',
        2,
      )
    if (!token)
      throw new PushFailure(
        'There is no token. Make one on your account page, with the scope “publish”, and put it ' +
          'into KEPT_SHELF_TOKEN.',
        2,
      )
    const well = await push({
      folder,
      to: values.to,
      token,
      note: values.note ?? 'pushed by kept-shelf',
      say: (text) => process.stdout.write(`${text}\n`),
    })
    if (values.strict && !well) process.exitCode = 1
  } catch (error) {
    if (!(error instanceof PushFailure)) throw error
    process.stderr.write(`${error.message}\n`)
    process.exitCode = error.code
  }
}
