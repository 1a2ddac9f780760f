import { execFileSync } from 'node:child_process'
import { root } from '../machine.mjs'
import { round } from './figures.mjs'

function readSpeed() {
  const { ours, bare, components, lines } = JSON.parse(
    execFileSync(process.execPath, [`${root}/.build/read-speed.mjs`], { cwd: root, encoding: 'utf8' }),
  )
  return {
    name: 'read-speed',
    value: round(ours / bare),
    unit: 'ratio',
    aim: 2,
    against: 'parsing and binding the same scripts with the compiler alone',
    detail:
      `${round(ours)} ms against ${round(bare)} ms for ${components} components, ${lines} ` +
      'lines of script',
  }
}

function variantsRead() {
  const { whole, added, variants } = JSON.parse(
    execFileSync(process.execPath, [`${root}/.build/variants-read.mjs`], { cwd: root, encoding: 'utf8' }),
  )
  return {
    name: 'variants-read',
    value: round(added / (whole - added)),
    unit: 'ratio',
    aim: 0.15,
    against: 'reading the same library without its variants',
    detail: `${round(added)} ms of ${round(whole)} for ${variants} variants`,
  }
}

function checkCost() {
  const { whole, checked, findings } = JSON.parse(
    execFileSync(process.execPath, [`${root}/.build/check-cost.mjs`], { cwd: root, encoding: 'utf8' }),
  )
  return {
    name: 'check-cost',
    value: round(checked / whole),
    unit: 'ratio',
    aim: 1,
    against: 'reading the same library',
    detail: `${round(checked)} ms against ${round(whole)} ms, 5,000 colours, ${findings} findings`,
  }
}

function styleSpeed() {
  const { analysed, parsed, declared, findings } = JSON.parse(
    execFileSync(process.execPath, [`${root}/.build/style-speed.mjs`], { cwd: root, encoding: 'utf8' }),
  )
  return {
    name: 'style-speed',
    value: round(analysed / parsed),
    unit: 'ratio',
    aim: 2,
    against: 'parsing the same sheets alone',
    detail: `${round(analysed)} ms against ${round(parsed)} ms, ${declared} declarations, ${findings} findings`,
  }
}

function difference() {
  const { weighed, printed, changes, components } = JSON.parse(
    execFileSync(process.execPath, [`${root}/.build/difference-500.mjs`], { cwd: root, encoding: 'utf8' }),
  )
  return {
    name: 'difference-500',
    value: round(weighed / 1000),
    unit: 's',
    aim: 1,
    against: 'printing and parsing both versions alone',
    detail: `${round(weighed)} ms against ${round(printed)} ms, ${changes} differences of ${components} components`,
  }
}

function dressCost() {
  const { whole, dressed, roles, messages } = JSON.parse(
    execFileSync(process.execPath, [`${root}/.build/dress-cost.mjs`], { cwd: root, encoding: 'utf8' }),
  )
  return {
    name: 'dress-cost',
    value: round(dressed / whole),
    unit: 'ratio',
    aim: 0.75,
    against: 'reading the same library',
    detail: `${round(dressed)} ms against ${round(whole)} ms, ${roles} roles, ${messages} messages`,
  }
}

function renaming() {
  const { taken, read, places, files } = JSON.parse(
    execFileSync(process.execPath, [`${root}/.build/rename.mjs`], { cwd: root, encoding: 'utf8' }),
  )
  return {
    name: 'rename-500',
    value: round(taken),
    unit: 'ms',
    aim: 2000,
    against: 'all that follows a token which gets another path',
    detail:
      `${places} places in ${files} files and two themes with 5,000 tokens more; ` +
      `${round(read)} ms to write and read the same once as JSON`,
  }
}

function tokens() {
  const { taken, parsed, kB } = JSON.parse(
    execFileSync(process.execPath, [`${root}/.build/tokens-5000.mjs`], { cwd: root, encoding: 'utf8' }),
  )
  return {
    name: 'tokens-5000',
    value: round(taken / parsed),
    unit: 'ratio',
    aim: 5,
    against: 'JSON.parse of the same files',
    detail: `${round(taken)} ms to resolve and print 5,000 tokens in six themes, ${round(kB)} kB of CSS; ${round(parsed)} ms`,
  }
}

let grown

const readingAgain = () =>
  (grown ??= JSON.parse(
    execFileSync(process.execPath, ['--expose-gc', `${root}/.build/read-again.mjs`], {
      cwd: root,
      encoding: 'utf8',
    }),
  ))

function readAgain() {
  const { full, again, components } = readingAgain()
  return {
    name: 'read-again',
    value: round(again / full),
    unit: 'ratio',
    aim: 0.05,
    against: 'reading all of the library',
    detail:
      `${round(again)} ms after one file of ${components} components changed against ` +
      `${round(full)} ms for all`,
  }
}

function readGrowth() {
  const { small, large } = readingAgain()
  const kilobytes = (item) => Math.round(item.bytes / 1000)
  return {
    name: 'read-growth',
    value: round(Math.max(large.each / small.each, large.bytes / small.bytes)),
    unit: 'ratio',
    aim: 1.2,
    against: `a component in a library of ${small.count}`,
    detail:
      `${round(large.each)} ms and ${kilobytes(large)} kB a component of ${large.count}, ` +
      `${round(small.each)} ms and ${kilobytes(small)} kB a component of ${small.count}`,
  }
}

export const benchmarks = {
  'read-speed': { run: readSpeed },
  'variants-read': { run: variantsRead },
  'check-cost': { run: checkCost },
  'dress-cost': { run: dressCost },
  'style-speed': { run: styleSpeed },
  'difference-500': { run: difference },
  'rename-500': { run: renaming },
  'tokens-5000': { run: tokens },
  'read-again': { run: readAgain },
  'read-growth': { run: readGrowth },
}
