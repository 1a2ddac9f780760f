import type { Gate } from './gate'

/** Components that are named; the others are counted. */
const mostNamed = 3

/** No component alone takes more than the library lets one take. */
export const sizeGate: Gate = {
  name: 'size',
  title: 'Each component stays small',
  usual: 'warn',
  screen: 'package',
  judge({ sizes }) {
    if (!sizes || sizes.over.length === 0) return undefined
    const { budget, over } = sizes
    const named = over.slice(0, mostNamed).map(({ tag, gzip }) => `${tag} takes ${kilobytes(gzip)}`)
    const more = over.length > mostNamed ? [`${over.length - mostNamed} more take too much`] : []
    return `${[...named, ...more].join(', ')}; one may take ${kilobytes(budget)} (gzip).`
  },
}

const kilobytes = (bytes: number): string => `${(bytes / 1000).toFixed(1)} kB`
