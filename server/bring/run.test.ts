import { run } from './run'

const node = (
  script: string,
  more: { seconds?: number; megabytes?: number; going?: () => Promise<boolean> },
) => run('node', ['-e', script], { cwd: '.', seconds: 60, going: () => Promise.resolve(true), ...more })
const forEver = 'setInterval(() => 0, 1000)'

test('a command tells how it ended, and the last it said', async () => {
  expect(await node('console.log("done"); process.exit(3)', {})).toMatchObject({ code: 3, said: 'done\n' })
  expect(await run('no-such-command', [], { cwd: '.', seconds: 5, going: async () => true })).toMatchObject({
    missing: true,
  })
})

test('one that takes too long, too much memory, or that nobody waits for any more is ended, and why is told', async () => {
  const why = async (...asked: Parameters<typeof node>) => {
    const { code, slow, over, stopped } = await node(...asked)
    return { code, slow, over, stopped }
  }
  const none = { code: null, slow: false, over: false, stopped: false }
  expect(await why(forEver, { seconds: 1 })).toEqual({ ...none, slow: true })
  expect(await why(forEver, { going: () => Promise.resolve(false) })).toEqual({ ...none, stopped: true })
  const hungry = 'const all = []; setInterval(() => all.push(Buffer.alloc(2e7, 1)), 10)'
  expect(await why(hungry, { megabytes: 300 })).toEqual({ ...none, over: true })
})
