// Benchmarks, each a ratio against a bare reference in the same run. Names on the command line choose; --json
// prints one object a line.
import { execFileSync } from 'node:child_process'
import { createServer, request as httpRequest, Agent } from 'node:http'
import { fork } from 'node:child_process'
import { fetchLibraries, readOne } from './bench/material.mjs'
import { neighbour } from './bench/neighbour.mjs'
import { spread } from './bench/spread.mjs'
import { firstLoad, flock, open, scroll } from './bench/shelf.mjs'
import { evidenceCost, memory } from './bench/bench-page.mjs'
import { freePort, root, say, seed, setUp, startPostgres, startServer } from './setup.mjs'
import { launch } from './bench/browser.mjs'

const names = process.argv.slice(2).filter((text) => !text.startsWith('--'))
const json = process.argv.includes('--json')
if (process.argv[2] === '--static-server') await serveStatic()

/** The bare reference for tarballs: a plain Node server that sends bytes it holds in memory. */
async function serveStatic() {
  process.once('message', (bytes) => {
    const body = Buffer.from(bytes, 'base64')
    const server = createServer((_request, response) => {
      response.writeHead(200, { 'content-type': 'application/octet-stream', 'content-length': body.length })
      response.end(body)
    })
    server.listen(0, '127.0.0.1', () => process.send(server.address().port))
  })
  await new Promise(() => undefined)
}

const median = (list) => list.toSorted((a, b) => a - b)[Math.floor(list.length / 2)]
const share = (list, at) =>
  list.toSorted((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * at))]
const round = (n) => Math.round(n * 1000) / 1000

/** Requests a second with a number of connections kept busy, for a time. */
function load(port, path, seconds, connections = 32) {
  return new Promise((resolve, reject) => {
    const agent = new Agent({ keepAlive: true, maxSockets: connections })
    const end = performance.now() + seconds * 1000
    let done = 0
    let open = connections
    const item = () => {
      if (performance.now() > end) {
        if (--open === 0) {
          agent.destroy()
          resolve(done / seconds)
        }
        return
      }
      httpRequest(
        { host: '127.0.0.1', port, path, agent, headers: { host: `localhost:${port}` } },
        (response) => {
          if (response.statusCode !== 200) return reject(new Error(`${path} answered ${response.statusCode}`))
          response
            .on('data', () => undefined)
            .on('end', () => {
              done++
              item()
            })
        },
      )
        .on('error', reject)
        .end()
    }
    for (let i = 0; i < connections; i++) item()
  })
}

async function tarball({ port, url }) {
  const path = '/registry/@marram/tern/-/tern-1.1.0.tgz'
  const bytes = Buffer.from(await (await fetch(url + path)).arrayBuffer())
  const child = fork(process.argv[1], ['--static-server'])
  const barePort = await new Promise((resolve) => {
    child.once('message', resolve)
    child.send(bytes.toString('base64'))
  })
  const ours = []
  const bare = []
  await load(port, path, 1)
  await load(barePort, '/', 1)
  for (let i = 0; i < 5; i++) {
    ours.push(await load(port, path, 2))
    bare.push(await load(barePort, '/', 2))
  }
  child.kill()
  return {
    name: 'tarball',
    value: round(median(ours) / median(bare)),
    unit: 'ratio',
    aim: 0.6,
    higher: true,
    against: 'plain Node server, same bytes in memory, 32 connections',
    detail:
      `${Math.round(median(ours))} against ${Math.round(median(bare))} requests a second, ` +
      `${bytes.length} bytes`,
  }
}

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

let readAlready
/** What published libraries state of themselves against what we read; `--verbose` lists what differs. */
function readMaterial() {
  readAlready ??= fetchLibraries().map((fetchLibrary) => ({
    library: fetchLibrary,
    found: readOne(fetchLibrary, process.argv.includes('--verbose') ? ['--verbose'] : []),
  }))
  return readAlready
}
function accuracy(name, of, aim, stated) {
  const all = readMaterial()
  const item = all.map(
    ({ library, found }) =>
      `${library.name} ${round(found[of].recall)} recall, ${round(found[of].precision)} ` +
      `precision of ${found[of].stated} in ${found.components} ` +
      `components${found.notRead ? `, ${found.notRead} not read` : ''}`,
  )
  return {
    name,
    value: round(Math.min(...all.flatMap(({ found }) => [found[of].recall, found[of].precision]))),
    unit: 'share',
    aim,
    higher: true,
    against: stated,
    detail: item.join('; '),
  }
}
const readNames = () =>
  accuracy(
    'read-names',
    'names',
    0.97,
    'the names four published libraries state in their manifest or declarations',
  )
const readTypes = () => accuracy('read-types', 'types', 0.9, 'the types and defaults they state there')

let plainly
/** A site with an empty page, for what is measured against. */
const plainSite = () =>
  (plainly ??= (async () => {
    const site = createServer((_request, response) =>
      response
        .writeHead(200, { 'content-type': 'text/html' })
        .end('<!doctype html><title>plain</title><body></body>'),
    )
    const port = await freePort()
    await new Promise((resolve) => site.listen(port, '127.0.0.1', resolve))
    return `http://127.0.0.1:${port}/`
  })())

/**
 * Time from an edit in the ledger to painted pixels, and from setting the property on a plain page to
 * painted pixels, in turn in one browser. One frame is taken off ours: it is the frame in which our
 * own page draws the edit.
 */
async function propEdit({ url }) {
  const browser = await launch({ apart: true })
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
    const page = await context.newPage()
    await page.request.post(`${url}/api/sign-in`, {
      data: { email: 'ines@marram.example', password: 'keeps-the-shelf' },
      headers: { origin: url },
    })
    const { rendering } = (await (await page.request.get(`${url}/api/libraries/tern/shelf`)).json()).find(
      (entry) => entry.tag === 'tern-notice-strip',
    )
    await page.goto(`${url}/tern/tern-notice-strip`)
    await page.frameLocator('iframe[title$="alone"]').locator('tern-notice-strip').waitFor()
    // members are tried a moment after the page has opened; what is measured is an edit after that
    await page.getByText('seen in a browser.').waitFor({ timeout: 60_000 })
    // the frame's “painted” messages come over its channel; the page notes them for whoever measures
    const preview = new URL(
      page
        .frames()
        .find((frame) => frame.url().includes('/frame'))
        .url(),
    )
    const plain = await context.newPage()
    await plain.goto(await plainSite())
    await plain.evaluate(async (module) => {
      await import(module)
      const element = document.createElement('tern-notice-strip')
      element.textContent = 'Sailings after 18:00 may be late: swell at Skerray.'
      document.body.append(element)
    }, `${preview.origin}${rendering.module}`)
    const tones = ['calm', 'warn', 'storm', 'good']
    const frame = await plain.evaluate(
      () =>
        new Promise((resolve) => {
          const times = []
          const tick = (t) =>
            times.push(t) > 60
              ? resolve((times.at(-1) - times[0]) / (times.length - 1))
              : requestAnimationFrame(tick)
          requestAnimationFrame(tick)
        }),
    )
    const ours = []
    const bare = []
    for (let i = 0; i < 80; i++) {
      const tone = tones[i % 4]
      await page.bringToFront()
      ours.push(
        await page.evaluate(async (value) => {
          const radio = [...document.querySelectorAll('[data-member="prop:tone"] input[type=radio]')].find(
            (element) => element.parentElement.textContent.trim() === value,
          )
          // edits come at any moment between two frames
          await new Promise((resolve) => setTimeout(resolve, 20 + Math.random() * 16))
          const painted = new Promise((resolve) =>
            document.addEventListener('kept-shelf:painted', (event) => resolve(event.detail.at), {
              once: true,
            }),
          )
          const began = performance.timeOrigin + performance.now()
          radio.click()
          return (await painted) - began
        }, tone),
      )
      await plain.bringToFront()
      bare.push(
        await plain.evaluate(async (value) => {
          const element = document.querySelector('tern-notice-strip')
          await new Promise((resolve) => setTimeout(resolve, 20 + Math.random() * 16))
          const began = performance.now()
          element.tone = value
          return new Promise((resolve) =>
            requestAnimationFrame(() => {
              const after = new MessageChannel()
              after.port1.onmessage = () => resolve(performance.now() - began)
              after.port2.postMessage(0)
            }),
          )
        }, tone),
      )
    }
    const warm = (list) => list.slice(10)
    const [a, b] = [warm(ours), warm(bare)]
    const value = Math.max(0, median(a) - frame) / median(b)
    return {
      name: 'prop-edit',
      value: round(value),
      unit: 'ratio',
      aim: 1.2,
      against: 'setting the property on a plain page, one frame off ours',
      detail:
        `${round(median(a))} ms (95th ${round(share(a, 0.95))}) against ` +
        `${round(median(b))} ms (95th ${round(share(b, 0.95))}), a frame is ${round(frame)} ms; ` +
        `ratio of 95ths ${round(Math.max(0, share(a, 0.95) - frame) / share(b, 0.95))}; without ` +
        `the frame off ${round(median(a) / median(b))}`,
    }
  } finally {
    await browser.close()
  }
}

const shelves = new Map()
/**
 * A page of a library of five hundred in a browser: five openings of it and of Tern's own, in turn, and a
 * scroll through all of it.
 */
async function shelf({ url }, of = '') {
  if (shelves.has(of)) return shelves.get(of)
  const browser = await launch()
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
    const large = await flock(context.request, url)
    const small = []
    const big = []
    let scrolled
    for (let i = 0; i < 6; i++) {
      for (const [slug, into] of [
        ['tern', small],
        [large, big],
      ]) {
        const page = await context.newPage()
        const at = await open(page, url, slug, of)
        if (i > 0) into.push(at)
        if (i === 5 && slug === large) {
          await page
            .locator('article')
            .nth(at.total - 1)
            .waitFor({ state: 'attached', timeout: 60_000 })
          await page.waitForTimeout(2000)
          scrolled = await scroll(page)
        }
        await page.close()
      }
    }
    shelves.set(of, {
      small: median(small.map((entry) => entry.at)),
      big: median(big.map((entry) => entry.at)),
      count: big[0].total,
      scrolled,
    })
    return shelves.get(of)
  } finally {
    await browser.close()
  }
}
/** What comes over the wire before the first component is drawn, to a browser that has nothing yet. */
async function firstLoading({ url }) {
  const browser = await launch()
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  const { at, bytes, frames, bytesOf } = await firstLoad(context, url, 'tern')
  await browser.close()
  if (process.argv.includes('--parts'))
    for (const part of bytesOf.toSorted((a, b) => b.bytes - a.bytes).slice(0, 30))
      say(`${part.bytes} ${part.url}`)
  return {
    name: 'first-load',
    value: round(bytes / 1000),
    unit: 'kB',
    aim: 400,
    against: 'bytes, heads counted',
    detail: `to the first component drawn, ${Math.round(at)} ms after it was asked for; ${round(frames / 1000)} kB of them the script of frames`,
  }
}
async function shelfOpen(at) {
  const { small, big, count } = await shelf(at)
  return {
    name: 'shelf-open',
    value: round(big / 1000),
    unit: 's',
    aim: 2,
    against: 'opening the shelf of eleven',
    detail:
      `${Math.round(big)} ms from asking for the page to the first component drawn, of ` +
      `${count}; ${Math.round(small)} ms of eleven: ratio ${round(big / small)}`,
  }
}
async function shelfScroll(at) {
  const { scrolled } = await shelf(at)
  return {
    name: 'shelf-scroll',
    value: round(scrolled.late / scrolled.frames),
    unit: 'share',
    aim: 0.1,
    against: 'all frames of the scroll',
    detail:
      `${scrolled.late} of ${scrolled.frames} frames took over 50 ms, the longest task ` +
      `${Math.round(scrolled.longest)} ms, while ${scrolled.end} px went by; ${scrolled.most} ` +
      'renderings at most were there at a time',
  }
}

async function wholeOpen(at) {
  const { small, big, count } = await shelf(at, '/all')
  return {
    name: 'whole-open',
    value: round(big / 1000),
    unit: 's',
    aim: 2,
    against: 'opening all of eleven',
    detail:
      `${Math.round(big)} ms from asking for every component in every theme to the first ` +
      `of them drawn, of ${count}; ${Math.round(small)} ms of eleven: ratio ${round(big / small)}`,
  }
}
async function wholeScroll(at) {
  const { scrolled } = await shelf(at, '/all')
  return {
    name: 'whole-scroll',
    value: round(scrolled.late / scrolled.frames),
    unit: 'share',
    aim: 0.1,
    against: 'all frames of the scroll',
    detail:
      `${scrolled.late} of ${scrolled.frames} frames took over 50 ms, the longest task ` +
      `${Math.round(scrolled.longest)} ms, while ${scrolled.end} px went by; ${scrolled.most} ` +
      'frames of renderings at most were there at a time',
  }
}

let spreadOnce
const spreading = async (at) => (spreadOnce ??= spread(at, await plainSite()))
async function spread200(at) {
  const { ours, bare } = await spreading(at)
  return {
    name: 'spread-200',
    value: round(ours / bare),
    unit: 'ratio',
    aim: 1.5,
    against: 'the same two hundred elements on a plain page',
    detail:
      `${round(ours)} ms from asking for two hundred cells to all of them painted, ` +
      `${round(bare)} ms on a plain page`,
  }
}
async function spreadScroll(at) {
  const { longest } = await spreading(at)
  return {
    name: 'spread-scroll',
    value: round(longest),
    unit: 'ms',
    aim: 50,
    against: 'a task that nobody notices',
    detail:
      'the longest task of the page or of the frame while a spread of two hundred cells is ' +
      'scrolled; tasks under 50 ms are not told by the browser and count as 0',
  }
}

async function covering() {
  const { found, twenty } = JSON.parse(
    execFileSync(process.execPath, [`${root}/.build/covering.mjs`], { cwd: root, encoding: 'utf8' }),
  )
  const worst = Math.max(...found.map((entry) => entry.rows / entry.best))
  return {
    name: 'covering',
    value: round(worst),
    unit: 'ratio',
    aim: 1.15,
    against: 'the smallest sets known of published models',
    detail:
      `${found.map((entry) => `${entry.name}: ${entry.rows} of ${entry.best}`).join('; ')}; ` +
      `20 props of 4 values in ${round(twenty)} ms`,
  }
}

async function evidence(at) {
  const { ms, members, components } = await evidenceCost(at)
  return {
    name: 'evidence',
    value: round(ms / members),
    unit: 'ms',
    aim: 400,
    against: 'one member',
    detail:
      `${round(ms / 1000)} s for ${members} members of ${components} components, the ` +
      'start of the browser counted',
  }
}
async function memoryFlat(at) {
  const { before, after, few, many } = await memory(at)
  const mb = (bytes) => `${round(bytes / 1e6)} MB`
  return {
    name: 'memory',
    value: round(Math.max(after / before, many / few)),
    unit: 'ratio',
    aim: 1.1,
    against: 'the same page a thousand edits earlier, and 99 components earlier',
    detail:
      `${mb(before)} and ${mb(after)} of the page's heap after a thousand edits more; ` +
      `${mb(few)} and ${mb(many)} after 99 components more`,
  }
}

async function neighbourly(at) {
  const { rest, found } = await neighbour(at)
  const worst = found.toSorted((a, b) => b.at99 - a.at99)[0]
  const detail = found
    .map(
      (flood) =>
        `${flood.name} (${flood.sent} sent): ${Math.round(flood.at99)} ms, half within ` +
        `${Math.round(flood.at50)}`,
    )
    .join('; ')
  return {
    name: 'neighbour',
    value: Math.round(worst.at99),
    unit: 'ms',
    aim: 300,
    against: `the same pages at rest: ${Math.round(rest)} ms`,
    detail:
      `99th percentile of another library's pages while one is flooded, the worst by ` +
      `${worst.name}; ${detail}; at rest ${Math.round(rest)} ms`,
  }
}

const benches = {
  neighbour: { run: neighbourly, server: true, browser: true },
  evidence: { run: evidence, server: true, browser: true },
  memory: { run: memoryFlat, server: true, browser: true },
  'prop-edit': { run: propEdit, server: true, browser: true },
  tarball: { run: tarball, server: true },
  'first-load': { run: firstLoading, server: true, browser: true },
  'shelf-open': { run: shelfOpen, server: true, browser: true },
  'shelf-scroll': { run: shelfScroll, server: true, browser: true },
  'whole-open': { run: wholeOpen, server: true, browser: true },
  'whole-scroll': { run: wholeScroll, server: true, browser: true },
  'read-speed': { run: readSpeed },
  'read-again': { run: readAgain },
  'read-growth': { run: readGrowth },
  'read-names': { run: readNames },
  'read-types': { run: readTypes },
  covering: { run: covering },
  'spread-200': { run: spread200, server: true, browser: true },
  'spread-scroll': { run: spreadScroll, server: true, browser: true },
}
const wanted = Object.keys(benches).filter((key) => names.length === 0 || names.includes(key))
for (const name of names)
  if (!benches[name]) say(`There is no benchmark ${name}; there are ${Object.keys(benches).join(', ')}.`)

await setUp({ browser: wanted.some((text) => benches[text].browser) })
const needsServer = wanted.some((text) => benches[text].server)
const postgres = needsServer
  ? await startPostgres('bench', { fresh: true, settings: { fsync: 'off' } })
  : undefined
let server
let at
if (postgres) {
  const [port, previewPort] = [await freePort(), await freePort()]
  at = { port, url: `http://localhost:${port}` }
  const env = {
    DATABASE_URL: postgres.url,
    PORT: String(port),
    HOST: '127.0.0.1',
    PUBLIC_URL: at.url,
    PREVIEW_PORT: String(previewPort),
    PREVIEW_URL: `http://{frame}.localhost:${previewPort}`,
    SESSION_SECRET: 'for benchmarks only, for benchmarks only',
    DEMO: 'true',
  }
  seed(env)
  server = await startServer(env, { quiet: true })
}
try {
  for (const name of wanted) {
    const { higher, ...result } = await benches[name].run(at)
    const met = higher ? result.value >= result.aim : result.value <= result.aim
    if (json)
      console.log(
        JSON.stringify({
          name: result.name,
          value: result.value,
          unit: result.unit,
          aim: result.aim,
          met,
          against: result.against,
          detail: result.detail,
        }),
      )
    else
      console.log(
        `${result.name.padEnd(12)} ${String(result.value).padStart(7)}  aim ` +
          `${higher ? '≥' : '≤'} ${result.aim}  ${met ? 'met' : 'NOT MET'}  ${result.detail}`,
      )
  }
} finally {
  await server?.stop()
  await postgres?.stop()
}
process.exit(0)
