import { spawn, type ChildProcess } from 'node:child_process'
import { createServer, connect, type AddressInfo, type Server, type Socket } from 'node:net'
import { join } from 'node:path'
import pg from 'pg'

/** The seeded database the test command made; every world is a copy of it. */
const seededUrl = (): string => {
  const url = process.env.TEST_DATABASE_URL
  if (!url) throw new Error('TEST_DATABASE_URL is not set: run the tests with npm test.')
  return url
}
const onDatabase = (name: string): string =>
  Object.assign(new URL(seededUrl()), { pathname: `/${name}` }).href

export const freePort = (): Promise<number> =>
  new Promise((resolve, reject) => {
    const server = createServer()
      .once('error', reject)
      .listen(0, '127.0.0.1', () => {
        const { port } = server.address() as AddressInfo
        server.close(() => resolve(port))
      })
  })

export const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms))

/** Asks until the answer is good, or the time is over. */
export async function until<T>(ask: () => Promise<T | undefined | false>, ms = 45_000): Promise<T> {
  const end = Date.now() + ms
  for (;;) {
    const answer = await ask().catch(() => undefined)
    if (answer) return answer
    if (Date.now() > end) throw new Error('It never came.')
    await wait(100)
  }
}

async function admin<T>(work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: onDatabase('postgres') })
  await client.connect()
  try {
    return await work(client)
  } finally {
    await client.end()
  }
}

/** A way to the database that can be cut: what the server sees when PostgreSQL goes away. */
export class Cable {
  private readonly sockets = new Set<Socket>()
  private server: Server | undefined
  port = 0
  constructor(private readonly to: number) {}

  async plug(): Promise<void> {
    this.server = createServer((socket) => {
      const far = connect(this.to, '127.0.0.1')
      for (const value of [socket, far]) {
        this.sockets.add(value)
        value.on('error', () => undefined).on('close', () => this.sockets.delete(value))
      }
      socket.pipe(far).pipe(socket)
    })
    await new Promise<void>((resolve) => this.server!.listen(this.port, '127.0.0.1', resolve))
    this.port = (this.server.address() as AddressInfo).port
  }

  /** PostgreSQL is there and answers nothing, as a machine does that is stopped; `resume` lets it go on. */
  pause(): void {
    for (const socket of this.sockets) socket.pause()
  }
  resume(): void {
    for (const socket of this.sockets) socket.resume()
  }

  async cut(): Promise<void> {
    const closed = new Promise((resolve) => this.server?.close(resolve))
    for (const socket of this.sockets) socket.destroy()
    await Promise.race([closed, wait(8000)])
  }
}

export interface World {
  url: string
  databaseUrl: string
  preview: string
  env: NodeJS.ProcessEnv
  server: ChildProcess
  sql<R = Record<string, unknown>>(text: string, values?: unknown[]): Promise<R[]>
  /** Kills the web process as a power cut would, and starts another. */
  kill(): void
  start(): Promise<void>
  end(): Promise<void>
}

let made = 0

/** A web process of its own on a database of its own, with the demo library on the shelf. */
export async function world(
  more: NodeJS.ProcessEnv | ((url: string) => NodeJS.ProcessEnv) = {},
  through?: (port: number) => Promise<number>,
): Promise<World> {
  const name = `world_${process.pid}_${++made}_${Date.now()}`
  await admin((client) =>
    client.query(`create database ${name} template ${new URL(seededUrl()).pathname.slice(1)}`),
  )
  const databaseUrl = onDatabase(name)
  const asSeen = new URL(databaseUrl)
  if (through) asSeen.port = String(await through(Number(asSeen.port)))
  const [port, previewPort] = [await freePort(), await freePort()]
  const url = `http://localhost:${port}`
  const env = {
    ...process.env,
    DATABASE_URL: asSeen.href,
    PORT: String(port),
    HOST: '127.0.0.1',
    PUBLIC_URL: url,
    PREVIEW_PORT: String(previewPort),
    PREVIEW_URL: `http://{frame}.localhost:${previewPort}`,
    SESSION_SECRET: 'only for tests, only for tests, only',
    DEMO: 'true',
    // only tests of that wait for it
    TRY_PACKAGES: 'false',
    KEPT_SHELF_ROOT: process.cwd(),
    NODE_ENV: 'production',
    LOG_LEVEL: process.env.LOG_LEVEL ?? 'fatal',
    ...(typeof more === 'function' ? more(url) : more),
  }
  const pool = new pg.Pool({ connectionString: databaseUrl, max: 2 })
  pool.on('error', () => undefined)
  const self: World = {
    url,
    databaseUrl,
    env,
    preview: `http://x.localhost:${previewPort}`,
    server: undefined as unknown as ChildProcess,
    sql: async (text, values) => (await pool.query(text, values)).rows,
    kill: () => {
      self.server.kill('SIGKILL')
    },
    async start() {
      self.server = spawn(process.execPath, [join(process.cwd(), '.output/server/index.mjs')], {
        env,
        stdio: ['ignore', 'ignore', 'inherit'],
      })
      await until(
        async () =>
          (await fetch(`${url}/api/me`)).ok && (await fetch(`http://127.0.0.1:${previewPort}/frame`)).ok,
      )
    },
    async end() {
      const ended = new Promise((resolve) => self.server.once('exit', resolve))
      // clearing up waits for nothing for ever: what is left over goes with the test's own PostgreSQL
      const soon = (work: Promise<unknown>) => Promise.race([work, wait(8000)])
      if (self.server.exitCode === null && self.server.signalCode === null) {
        self.server.kill('SIGKILL')
        await soon(ended)
      }
      await soon(pool.end())
      await soon(admin((client) => client.query(`drop database if exists ${name} with (force)`)))
    },
  }
  await self.start()
  return self
}

/** One more process of the server, on the database of a world or on another. */
export async function processBeside(
  { env: ofWorld }: Pick<World, 'env'>,
  more: NodeJS.ProcessEnv = {},
): Promise<{ url: string; server: ChildProcess; end(): Promise<void> }> {
  const [port, previewPort] = [await freePort(), await freePort()]
  const url = `http://localhost:${port}`
  const env = {
    ...ofWorld,
    PORT: String(port),
    PUBLIC_URL: url,
    PREVIEW_PORT: String(previewPort),
    PREVIEW_URL: `http://{frame}.localhost:${previewPort}`,
    ...more,
  }
  const server = spawn(process.execPath, [join(process.cwd(), '.output/server/index.mjs')], {
    env,
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  await until(async () => (await fetch(`${url}/api/ready`)).ok)
  const end = async (): Promise<void> => {
    if (server.exitCode !== null || server.signalCode !== null) return
    const ended = new Promise((resolve) => server.once('exit', resolve))
    server.kill('SIGKILL')
    await Promise.race([ended, wait(8000)])
  }
  return { url, server, end }
}

export const people = {
  ines: { email: 'ines@marram.example', password: 'keeps-the-shelf' },
  tobias: { email: 'tobias@marram.example', password: 'mends-the-parts' },
  odile: { email: 'odile@marram.example', password: 'reads-the-labels' },
}

export interface Answer {
  status: number
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- answers are looked into freely
  body: any
  headers: Headers
}

/** Somebody signed in over HTTP, as a browser on our own pages would be. */
export async function someone(at: World, who: keyof typeof people | null) {
  let cookie = ''
  const ask = async (
    path: string,
    options: { method?: string; body?: unknown; form?: FormData; headers?: Record<string, string> } = {},
  ): Promise<Answer> => {
    const response = await fetch(`${at.url}${path}`, {
      method: options.method ?? (options.body === undefined && !options.form ? 'GET' : 'POST'),
      // a connection of its own each time: one kept alive may be closed by the server in the very moment it
      // is used again
      headers: {
        origin: at.url,
        connection: 'close',
        ...(cookie ? { cookie } : {}),
        ...(options.body === undefined ? {} : { 'content-type': 'application/json' }),
        ...options.headers,
      },
      ...(options.form
        ? { body: options.form }
        : options.body === undefined
          ? {}
          : { body: JSON.stringify(options.body) }),
    })
    const set = response.headers
      .getSetCookie()
      .map((text) => text.split(';')[0])
      .filter((text) => !text!.endsWith('='))
    if (set.length) cookie = set.join('; ')
    const text = await response.text()
    return {
      status: response.status,
      body: text && /json/.test(response.headers.get('content-type') ?? '') ? JSON.parse(text) : text,
      headers: response.headers,
    }
  }
  if (who) {
    const answer = await ask('/api/sign-in', { body: people[who] })
    if (answer.status !== 200) throw new Error(`${who} cannot sign in: ${JSON.stringify(answer.body)}`)
  }
  return ask
}
export type Ask = Awaited<ReturnType<typeof someone>>

/** Brings files in and waits for the result. */
export async function bringIn(
  ask: Ask,
  files: Record<string, string | Uint8Array>,
  library = 'tern',
  removed: string[] = [],
): Promise<Answer> {
  const form = new FormData()
  for (const path of removed) form.append('remove', path)
  for (const [path, content] of Object.entries(files))
    form.append('file', new Blob([content as BlobPart]), path)
  return ended(ask, library, await ask(`/api/libraries/${library}/source`, { form }))
}

/** Brings a whole library in as an archive and waits for the result. */
export async function bringArchive(ask: Ask, library: string, bytes: Uint8Array): Promise<Answer> {
  const form = new FormData()
  form.append('archive', new Blob([bytes as BlobPart]), 'library.tgz')
  return ended(ask, library, await ask(`/api/libraries/${library}/source`, { form }))
}

/** Waits for the end of the job that an answer tells of. */
export async function ended(ask: Ask, library: string, begun: Answer): Promise<Answer> {
  if (begun.status !== 200) return begun
  return until(async () => {
    const job = await ask(`/api/libraries/${library}/jobs/${begun.body.job}`)
    return ['done', 'failed', 'cancelled'].includes(job.body.state) && job
  }, 150_000)
}

/** The code of the first problem that an answer names. */
export const problemCode = (answer: Answer): string => answer.body?.problems?.[0]?.code

/** The codes of all that an answer, or what a job came to, tells of. */
export const codesOf = ({ body }: Answer): string[] =>
  (body.result?.problems ?? body.problems ?? []).map((problem: { code: string }) => problem.code)

/** A library of its own, for what a test does to it. */
export async function newLibrary(
  ask: Ask,
  slug: string,
  visibility: 'private' | 'open' = 'private',
): Promise<void> {
  const prefix = `${slug.replaceAll('-', '')}-`
  const answer = await ask('/api/libraries', {
    body: { slug, title: slug, package: `@marram/${slug}`, prefix, visibility },
  })
  if (answer.status !== 200) throw new Error(`No library ${slug}: ${JSON.stringify(answer.body)}`)
}

/** An access token for the registry. */
export const newToken = async (
  ask: Ask,
  scopes: string[],
  slug: string | null = null,
): Promise<{ id: string; text: string }> =>
  (await ask('/api/registry-tokens', { body: { name: 'test', scopes, library: slug } })).body
