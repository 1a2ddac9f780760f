import { coveringSet } from '~~/core/spread/covering'
import { models } from '~~/core/spread/models'
import { time } from './terns'

const found = models.map(({ name, sizes, best }) => {
  let rows = 0
  const took = time(() => {
    rows = coveringSet(sizes).rows.length
  })
  return { name, rows, best, took }
})
/** Twenty props of four values each, whose best known set we do not have: how long it takes. */
const twenty = time(() => coveringSet(Array.from({ length: 20 }, () => 4)))
process.stdout.write(JSON.stringify({ found, twenty }))
