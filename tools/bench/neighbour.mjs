// How long a library's pages take while another library is given all that people can send at it.
import { Worker } from 'node:worker_threads'

const account = { email: 'ines@marram.example', password: 'keeps-the-shelf' }
/** Asks for pages one after another, and says how long each took. */
const watching = `
const { parentPort, workerData: { url, cookie, pages, ms } } = require('node:worker_threads')
void (async () => {
  const times = []
  const end = performance.now() + ms
  for (let i = 0; performance.now() < end; i++) {
    const began = performance.now()
    await (await fetch(url + pages[i % pages.length], { headers: { cookie } })).arrayBuffer()
    times.push(performance.now() - began)
    await new Promise((resolve) => setTimeout(resolve, 10))
  }
  parentPort.postMessage(times)
})()`

const wait = (ms) => new Promise((resolve) => setTimeout(resolve, ms))
const share = (list, at) =>
  list.toSorted((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * at))]

/** Somebody signed in, asking as our own pages do. */
async function someone(url) {
  const begun = await fetch(`${url}/api/sign-in`, {
    method: 'POST',
    headers: { origin: url, 'content-type': 'application/json' },
    body: JSON.stringify(account),
  })
  const cookie = begun.headers
    .getSetCookie()
    .map((text) => text.split(';')[0])
    .filter((text) => !text.endsWith('='))
    .at(-1)
  const ask = (path, { method, body, form } = {}) =>
    fetch(`${url}${path}`, {
      method: method ?? (body === undefined && !form ? 'GET' : 'POST'),
      headers: { origin: url, cookie, ...(body === undefined ? {} : { 'content-type': 'application/json' }) },
      ...(form ? { body: form } : body === undefined ? {} : { body: JSON.stringify(body) }),
    })
  return Object.assign(ask, { cookie })
}

const element = (i, more = '') =>
  `export class F${i} extends HTMLElement { connectedCallback() { this.textContent = 'x'; ` +
  `${more} } }\ncustomElements.define('flood-f${i}', F${i})`
function formOf(files) {
  const form = new FormData()
  for (const [path, text] of files) form.append('file', new Blob([text]), path)
  return form
}

/** What is sent at the flooded library, by name: each again and again for as long as it goes on. */
const floods = (ask) => {
  const at = '/api/libraries/flood'
  const missing = JSON.stringify(
    Object.fromEntries(
      Array.from({ length: 6000 }, (_, i) => [
        `name-of-token-number-${i}`,
        { $type: 'color', $value: `{nowhere-near-number-${i}}` },
      ]),
    ),
  )
  const many = Array.from({ length: 3000 }, (_, i) => [`notes/${i}.css`, 'x'.repeat(4000)])
  let deep = 1
  for (let i = 0; i < 1200; i++) deep = [deep]
  return {
    'a token file': {
      at: 4,
      send: async () =>
        ask(`${at}/tokens/file`, { method: 'PUT', body: { theme: 'base', text: missing, revision: 1 } }),
    },
    'large forms': { at: 3, send: async () => ask(`${at}/source`, { form: formOf(many) }) },
    'texts tried': {
      at: 40,
      send: async (i) =>
        ask(`${at}/source/try`, {
          body: { path: 'src/f0.ts', text: element(0, `/* ${i} */`), tag: 'flood-f0' },
        }),
    },
    publishing: {
      at: 20,
      send: async (i) =>
        ask(`${at}/releases`, {
          body: { version: `1.0.${i}`, channel: 'latest', notes: 'x'.repeat(10_000) },
        }),
    },
    'deep values': {
      at: 20,
      send: async () =>
        ask(`${at}/components/flood-f0/examples`, {
          body: { name: 'deep', usage: { props: { deep }, slots: {} } },
        }),
    },
    evidence: {
      at: 1,
      send: async () => {
        await ask(`${at}/evidence`, { body: {} })
        await wait(300)
      },
    },
  }
}

/** Percentiles of another library's pages, in milliseconds: at rest, and while each flood goes on. */
export async function neighbour({ url }, seconds = 8) {
  const ask = await someone(url)
  await ask('/api/libraries', {
    body: { slug: 'flood', title: 'Flood', package: '@marram/flood', prefix: 'flood-', visibility: 'open' },
  })
  const files = [
    ['package.json', JSON.stringify({ name: '@marram/flood', license: 'MIT' })],
    ['LICENSE', 'MIT'],
    ...Array.from({ length: 150 }, (_, i) => [
      `src/f${i}.ts`,
      element(
        i,
        i === 1
          ? 'const all = []; const more = () => { all.push(new Uint8Array(3e7).fill(1)); ' +
              'setTimeout(more, 5) }; more()'
          : '',
      ),
    ]),
  ]
  const { job } = await (await ask('/api/libraries/flood/source', { form: formOf(files) })).json()
  for (;;) {
    const { state } = await (await ask(`/api/libraries/flood/jobs/${job}`)).json()
    if (!['waiting', 'running'].includes(state)) break
    await wait(300)
  }
  const pages = [
    '/api/libraries/tern',
    '/api/libraries/tern/shelf',
    '/registry/@marram%2ftern',
    '/api/libraries/tern/components/tern-ticket/words',
  ]
  // in a thread of its own: what sending the flood costs must not count
  const measure = (ms) =>
    new Promise((resolve, reject) => {
      const watcher = new Worker(watching, { eval: true, workerData: { url, cookie: ask.cookie, pages, ms } })
      watcher.once('message', resolve).once('error', reject)
    })
  const end = (ms) => {
    const at = performance.now() + ms
    return () => performance.now() > at
  }
  const rest = await measure(4000)
  const found = []
  for (const [name, { at, send }] of Object.entries(floods(ask))) {
    const isOver = end(seconds * 1000)
    let count = 0
    const flooding = Array.from({ length: at }, async () => {
      while (!isOver()) await send(count++).catch(() => undefined)
    })
    await wait(300)
    const times = await measure(seconds * 1000 - 300)
    found.push({ name, sent: count, at99: share(times, 0.99), at50: share(times, 0.5), count: times.length })
    await Promise.race([Promise.all(flooding), wait(60_000)])
    await ask('/api/libraries/flood/evidence', { method: 'DELETE' })
    await wait(500)
  }
  return { rest: share(rest, 0.99), found }
}
