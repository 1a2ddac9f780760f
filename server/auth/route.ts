import {
  defineEventHandler,
  getQuery,
  getRequestHeader,
  getRouterParams,
  setResponseHeader,
  type EventHandler,
  type H3Event,
} from 'h3'
import type { z } from 'zod'
import type { Problem } from '~~/core/problem'
import { isAtLeast, roleSchema, type Role } from '~~/core/roles'
import { publicUrl } from '../config'
import { store, type Store } from '../store/database'
import { libraryById, libraryBySlug, type Library } from '../store/libraries'
import { roleOf, type Person } from '../store/people'
import { bearer, type TokenScope } from '../store/registry-tokens'
import { limits } from '../limits'
import { boundedJson } from './body'
import { answerFailure } from './answer-failure'
import { Failure, fail } from './failure'
import { signedIn } from './session'
import { checkTexts, decodedPart } from './text'
import { spendVisit } from './rate-limit'
import { Turns } from './turns'

/**
 * Who may call a route. Roles are roles in the library the route's address names; each includes those after
 * it. `visitor`: whoever comes, where the library may be read without an account; else its readers.
 */
export type Access = 'anyone' | 'person' | 'administrator' | Role | 'visitor'
export const accessLevels: readonly Access[] = [
  'anyone',
  'person',
  'administrator',
  'maintainer',
  'contributor',
  'reader',
  'visitor',
]

export interface Call<B, Q> {
  event: H3Event
  db: Store
  params: Record<string, string>
  body: B
  query: Q
  person: Person
  /** Whether it is somebody without an account, of whom there is no `person`. */
  isVisitor: boolean
  library: Library
  role: Role | undefined
}

/** Kinds of content that are answered as they are. */
export type Media =
  | 'image/png'
  | 'application/zip'
  | 'application/jsonl; charset=utf-8'
  | 'text/plain; version=0.0.4; charset=utf-8'

interface Spec<B, Q, R> {
  access: Access
  body?: z.ZodType<B>
  /** Bytes the body may have; said by every route that takes one. */
  limit?: number
  query?: z.ZodType<Q>
  /**
   * The shape of what is answered: what the handler gives besides is left out. `stream` where the handler
   * writes the answer itself; the kind of content where it gives bytes or text of that kind.
   */
  answer: z.ZodType | 'stream' | Media
  /**
   * Also for those who come with a token of this scope instead of a session, as the companion command does.
   */
  token?: TokenScope
  /** The body is read by the handler itself, as for uploads. */
  rawBody?: true
  handle(call: Call<B, Q>): Promise<R> | R
}

/** What a route says of itself, for whoever walks them all. */
export type Stated = Pick<
  Spec<unknown, unknown, unknown>,
  'access' | 'body' | 'limit' | 'query' | 'answer' | 'token' | 'rawBody'
>

/**
 * A route of our own API: who may call it, what it takes, what it does, what it answers. Everything
 * that goes wrong leaves as problem details. `person` and `library` are there whenever the access asks
 * for them.
 */
export function route<R, B = undefined, Q = undefined>(
  spec: Spec<B, Q, R>,
): EventHandler & { stated: Stated } {
  const handler = defineEventHandler(async (event) => {
    try {
      checkOrigin(event)
      const call = await inTurn(event, () => admit(event, spec.access, spec.token))
      const query = spec.query ? parse(spec.query, queryOf(event), 'query') : (undefined as Q)
      const body =
        spec.body && !spec.rawBody
          ? parse(spec.body, await boundedJson(event, spec.limit ?? 0), 'body')
          : (undefined as B)
      const given = await spec.handle({ ...call, query, body })
      if (typeof spec.answer !== 'string') return shaped(spec.answer, given, event)
      if (spec.answer !== 'stream') setResponseHeader(event, 'content-type', spec.answer)
      return given
    } catch (error) {
      return answerFailure(event, error)
    }
  })
  return Object.assign(handler, { stated: spec as Stated })
}

const admitted = new Turns(limits.library.admitted)
/** Lets in what would change a library in turns, so that a flood at one leaves time for the others. */
function inTurn<T>(event: H3Event, work: () => Promise<T>): Promise<T> {
  const { library } = getRouterParams(event)
  return library && event.method !== 'GET' ? admitted.take(library, work) : work()
}

/**
 * An answer with what its schema names and nothing else; where something is missing, that is a fault of ours.
 */
function shaped(schema: z.ZodType, given: unknown, event: H3Event): unknown {
  const read = schema.safeParse(given ?? null)
  if (!read.success)
    throw new Error(
      `The answer to ${event.method} ${event.path.split('?')[0]} is not what it should be: ` +
        `${read.error.message}`,
    )
  return read.data ?? null
}

function queryOf(event: H3Event): Record<string, unknown> {
  const query = getQuery(event)
  checkTexts(query, 'The query')
  return query
}

/** Writes from another site are refused: a browser says where a request comes from. */
export function checkOrigin(event: H3Event): void {
  if (['GET', 'HEAD', 'OPTIONS'].includes(event.method)) return
  const origin = getRequestHeader(event, 'origin')
  const site = getRequestHeader(event, 'sec-fetch-site')
  const own =
    origin === undefined
      ? site === undefined || site === 'same-origin'
      : origin === new URL(publicUrl()).origin
  if (!own)
    fail(403, 'other-origin', 'This request came from another site.', `Open ${publicUrl()} and do it there.`)
}

async function admit(
  event: H3Event,
  access: Access,
  scope: TokenScope | undefined,
): Promise<Omit<Call<never, never>, 'body' | 'query'>> {
  const db = store()
  const params = Object.fromEntries(
    Object.entries(getRouterParams(event)).map(([key, value]) => [key, decodedPart(value, 'The address')]),
  )
  const token = scope && bearerIn(event)
  const holder = token ? await holderOf(db, token, scope, params.library) : undefined
  const person = holder ?? (access === 'anyone' && !params.library ? undefined : await signedIn(event, db))
  if (access !== 'anyone' && access !== 'visitor' && !person) refuseStranger()
  if (access === 'visitor' && !person) await spendVisit(event)
  if (access === 'administrator' && !person!.administrator)
    fail(403, 'administrators-only', 'Only an administrator can do this.', 'Ask one.')
  let library: Library | undefined
  let role: Role | undefined
  if (params.library) {
    library = await libraryBySlug(db, params.library)
    // whether there is a library of that name is not told to whoever may not read it
    if (access === 'visitor' && !person && !library?.visitors) refuseStranger()
    role =
      library && person
        ? person.administrator
          ? 'maintainer'
          : await roleOf(db, library.id, person.id)
        : undefined
    if (!library || (!role && library.visibility !== 'open'))
      fail(
        404,
        'no-library',
        `There is no library “${params.library}” that you can see.`,
        'Check the address, or ask a maintainer to let you in.',
      )
    const wanted = roleSchema.safeParse(access === 'visitor' && person ? 'reader' : access)
    if (wanted.success) {
      // an open library may be read by anybody who is signed in
      const has = role ?? (library!.visibility === 'open' ? 'reader' : undefined)
      if (!has || !isAtLeast(has, wanted.data))
        fail(
          403,
          'role',
          `This takes the role of ${access}, and you are ${role ?? 'not on the staff'} here.`,
          'Ask a maintainer of the library.',
        )
    }
  }
  return { event, db, params, person: person!, isVisitor: !person, library: library!, role }
}

/** Asks whoever may not see something without an account to sign in. */
export function refuseStranger(): never {
  return fail(401, 'not-signed-in', 'You are not signed in.', 'Sign in, and come back to this address.')
}

/**
 * Whether whoever sent a request may still see a library: their session goes on, they have a role in it, or
 * it is open.
 */
export async function mayStillRead(event: H3Event, { id }: Library): Promise<boolean> {
  const db = store()
  const library = await libraryById(db, id)
  const person = await signedIn(event, db)
  if (!library) return false
  if (library.visibility === 'open') return person !== undefined
  return person !== undefined && (person.administrator || (await roleOf(db, id, person.id)) !== undefined)
}

/** The access token a request comes with. */
export const bearerIn = (event: H3Event): string | undefined =>
  /^Bearer (.+)$/i.exec(getRequestHeader(event, 'authorization') ?? '')?.[1]?.trim()

/** Whose token it is, where it is good for this. */
async function holderOf(
  db: Store,
  token: string,
  scope: TokenScope,
  slug: string | undefined,
): Promise<Person> {
  const found = await bearer(db, token)
  if (!found || found.ended)
    return fail(
      401,
      'token',
      'This token is not known, or was revoked.',
      'Make another on your account page.',
    )
  if (!found.scopes.includes(scope))
    return fail(
      403,
      'token-scope',
      `This token is not for this: it takes the scope “${scope}”.`,
      'Make another on your account page.',
    )
  if (found.library === null) return found.person
  // whether there is another library of that name is not told by a token that is not for it
  const library = slug === undefined ? undefined : await libraryBySlug(db, slug)
  if (library?.id !== found.library)
    return fail(
      404,
      'no-library',
      `There is no library “${slug ?? ''}” that this token is for.`,
      'Make another on your account page.',
    )
  return found.person
}

function parse<T>(schema: z.ZodType<T>, value: unknown, what: string): T {
  const read = schema.safeParse(value)
  if (read.success) return read.data
  const problems: Problem[] = read.error.issues.slice(0, limits.problems).map((issue) => ({
    code: 'bad-input',
    what: `${[what, ...issue.path].join('.')}: ${issue.message}.`,
    todo: 'Correct it and send it again.',
  }))
  throw new Failure(422, problems)
}
