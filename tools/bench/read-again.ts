import { LibraryReader, readLibrary } from '~~/core/read/read'
import { median, terns, time } from './terns'

/**
 * Reading again after one component's file has changed, against reading all of it; and how time and memory
 * grow with the library.
 */
const collect = (globalThis as unknown as { gc: () => void }).gc
const files = terns(20)
const at = files.findIndex((file) => file.path === 'lib7/notice-strip.ts')
const full = () => readLibrary(files)
const reader = new LibraryReader()
reader.read(files)
let round = 0
const again = () =>
  reader.read(files.map((file, i) => (i === at ? { ...file, text: `${file.text}\n// ${round++}` } : file)))
for (let i = 0; i < 5; i++) {
  full()
  again()
}
const whole: number[] = []
const part: number[] = []
for (let i = 0; i < 21; i++) {
  whole.push(time(full))
  part.push(time(again))
}

const small = terns(5)
const large = terns(46)
const count = (list: typeof files) => readLibrary(list).contracts.length
const counts = { small: count(small), large: count(large) }
/** Bytes that readers hold on to once they have read, of so many libraries at a time. */
const held = (list: typeof files, libraries: number) => {
  collect()
  const before = process.memoryUsage().heapUsed
  const readers = Array.from({ length: libraries }, () => new LibraryReader())
  for (const reader of readers) reader.read(list)
  collect()
  const bytes = process.memoryUsage().heapUsed - before
  return readers.length && bytes / libraries
}
const times = { small: [] as number[], large: [] as number[] }
for (let i = 0; i < 9; i++) {
  // as much work on both sides: nine small readings to each large one
  for (let j = 0; j < 9; j++) times.small.push(time(() => readLibrary(small)))
  times.large.push(time(() => readLibrary(large)))
}
process.stdout.write(
  JSON.stringify({
    full: median(whole),
    again: median(part),
    components: full().contracts.length,
    small: {
      count: counts.small,
      each: median(times.small) / counts.small,
      bytes: held(small, 18) / counts.small,
    },
    large: {
      count: counts.large,
      each: median(times.large) / counts.large,
      bytes: held(large, 2) / counts.large,
    },
  }),
)
