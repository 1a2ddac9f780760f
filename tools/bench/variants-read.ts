import { readLibrary } from '~~/core/read/read'
import { SourceSet } from '~~/core/read/source/source-set'
import { withVariants } from '~~/core/read/variants/with-variants'
import { median, terns, time } from './terns'

/** What reading variants adds to reading a library: the same contracts without them, and then with. */
const files = terns(10)
const contracts = readLibrary(files).contracts
const without = contracts.map((contract) => ({
  ...contract,
  members: contract.members.filter(({ kind }) => kind !== 'variant'),
}))
const count = contracts.reduce(
  (sum, { members }) => sum + members.filter(({ kind }) => kind === 'variant').length,
  0,
)
const whole: number[] = []
const added: number[] = []
for (let i = 0; i < 15; i++) {
  whole.push(time(() => readLibrary(files)))
  // scripts are parsed whether variants are read or not
  const sources = new SourceSet(files)
  added.push(time(() => withVariants(sources, without)))
}
process.stdout.write(JSON.stringify({ whole: median(whole), added: median(added), variants: count }))
