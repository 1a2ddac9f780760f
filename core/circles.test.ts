import { importGraph } from '../tests/imports'

const imports = importGraph()

test('no file takes values from one that takes values from it, however far around', () => {
  const done = new Set<string>()
  const circles: string[] = []
  const visit = (file: string, trail: readonly string[]): void => {
    if (trail.includes(file)) circles.push([...trail.slice(trail.indexOf(file)), file].join(' → '))
    if (done.has(file)) return
    done.add(file)
    for (const next of imports.get(file) ?? []) visit(next, [...trail, file])
  }
  for (const file of imports.keys()) visit(file, [])
  expect(circles).toEqual([])
})

/**
 * What takes source apart: of a size that pages cannot carry, and that the server’s bundle cannot be made
 * with.
 */
const compilers = ['typescript', '@vue/compiler-sfc', 'svelte/compiler', 'esbuild']
/** What is loaded by whoever opens a page, by a frame, and by a web process. */
const isAnsweredBy = /^(?:app\/|frame\/frame\.ts$|server\/(?:api|routes|plugins|middleware)\/)/

test('no page, frame or route leads to a compiler: that is for the child process', () => {
  const ways: string[] = []
  const done = new Set<string>()
  const visit = (file: string, trail: readonly string[]): void => {
    if (compilers.includes(file)) ways.push([...trail, file].join(' → '))
    if (done.has(file)) return
    done.add(file)
    for (const next of imports.get(file) ?? []) visit(next, [...trail, file])
  }
  const entries = [...imports.keys()].filter((file) => isAnsweredBy.test(file))
  expect(entries.length).toBeGreaterThan(100)
  for (const entry of entries) visit(entry, [])
  expect(ways).toEqual([])
})
