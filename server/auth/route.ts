import { defineEventHandler, getQuery, getRequestHeader, getRouterParams, setResponseHeader, setResponseStatus, type EventHandler, type H3Event } from 'h3'
import type { z } from 'zod'
import type { Problem } from '~~/core/problem'
import { publicUrl, settings } from '../config'
import { log } from '../log'
import { isAway, store, type Store } from '../store/database'
import { libraryBySlug, type Library } from '../store/libraries'
import { personById, roleOf, type Person, type Role } from '../store/people'
import { bearer, type TokenScope } from '../store/registry-tokens'
import { boundedJson } from './body'
import { Failure, fail, problemBody } from './failure'
import { signedIn } from './session'

/** Who may call a route. Roles are roles in the library the route's address names; each includes those after it. */
export type Access = 'anyone' | 'person' | 'administrator' | Role
export const accessLevels: readonly Access[] = ['anyone', 'person', 'administrator', 'maintainer', 'contributor', 'reader']
const strength: Record<Role, number> = { reader: 1, contributor: 2, maintainer: 3 }

export interface Call<B, Q> { event: H3Event; db: Store; params: Record<string, string>; body: B; query: Q; person: Person; library: Library; role: Role | undefined }

interface Spec<B, Q, R> {
  access: Access
  body?: z.ZodType<B>
  query?: z.ZodType<Q>
  /** Also for those who come with a token of this scope instead of a session, as the companion command does. */
  token?: TokenScope
  /** The body is read by the handler itself, as for uploads. */
  rawBody?: true
  handle(call: Call<B, Q>): Promise<R> | R
}

/**
 * A route of our own API: who may call it, what it takes, what it does. Everything that goes wrong
 * leaves as problem details. `person` and `library` are there whenever the access asks for them.
 */
export function route<R, B = undefined, Q = undefined>(spec: Spec<B, Q, R>): EventHandler & { access: Access } {
  const handler = defineEventHandler(async (event) => {
    try {
      checkOrigin(event)
      const call = await admit(event, spec.access, spec.token)
      return (await spec.handle({
        ...call,
        query: spec.query ? parse(spec.query, getQuery(event), 'query') : (undefined as Q),
        body: spec.body && !spec.rawBody ? parse(spec.body, await boundedJson(event, settings().UPLOAD_LIMIT), 'body') : (undefined as B),
      })) ?? null
    } catch (error) {
      return answerFailure(event, error)
    }
  })
  return Object.assign(handler, { access: spec.access })
}

/** Writes from another site are refused: a browser says where a request comes from. */
export function checkOrigin(event: H3Event): void {
  if (['GET', 'HEAD', 'OPTIONS'].includes(event.method)) return
  const origin = getRequestHeader(event, 'origin')
  const site = getRequestHeader(event, 'sec-fetch-site')
  const own = origin === undefined ? site === undefined || site === 'same-origin' : origin === new URL(publicUrl()).origin
  if (!own) fail(403, 'other-origin', 'This request came from another site.', `Open ${publicUrl()} and do it there.`)
}

async function admit(event: H3Event, access: Access, scope: TokenScope | undefined): Promise<Omit<Call<never, never>, 'body' | 'query'>> {
  const db = store()
  const params = Object.fromEntries(Object.entries(getRouterParams(event)).map(([key, value]) => [key, decodeURIComponent(value)]))
  const token = scope && /^Bearer (.+)$/i.exec(getRequestHeader(event, 'authorization') ?? '')?.[1]?.trim()
  const holder = token ? await holderOf(db, token, scope, params.library) : undefined
  const id = holder || (access === 'anyone' && !params.library) ? undefined : await signedIn(event)
  const person = holder ?? (id ? await personById(db, id) : undefined)
  if (access !== 'anyone' && !person) fail(401, 'not-signed-in', 'You are not signed in.', 'Sign in, and come back to this address.')
  if (access === 'administrator' && !person!.administrator) fail(403, 'administrators-only', 'Only an administrator can do this.', 'Ask one.')
  let library: Library | undefined
  let role: Role | undefined
  if (params.library) {
    library = await libraryBySlug(db, params.library)
    role = library && person ? (person.administrator ? 'maintainer' : await roleOf(db, library.id, person.id)) : undefined
    if (!library || (!role && library.visibility !== 'open')) fail(404, 'no-library', `There is no library “${params.library}” that you can see.`, 'Check the address, or ask a maintainer to let you in.')
    if (access in strength) {
      const has = role ? strength[role] : library!.visibility === 'open' ? 1 : 0
      if (has < strength[access as Role]) fail(403, 'role', `This takes the role of ${access}, and you are ${role ?? 'not on the staff'} here.`, 'Ask a maintainer of the library.')
    }
  }
  return { event, db, params, person: person!, library: library!, role }
}

/** Whose token it is, where it is good for this. */
async function holderOf(db: Store, token: string, scope: TokenScope, slug: string | undefined): Promise<Person> {
  const found = await bearer(db, token)
  if (!found || found.revoked) return fail(401, 'token', 'This token is not known, or was revoked.', 'Make another on your account page.')
  const library = found.library === null ? undefined : slug === undefined ? null : await libraryBySlug(db, slug)
  if (!found.scopes.includes(scope) || library === null || (library && library.id !== found.library)) return fail(403, 'token-scope', `This token is not for this: it takes the scope “${scope}”${found.library === null ? '' : ', of this library'}.`, 'Make another on your account page.')
  return found.person
}

function parse<T>(schema: z.ZodType<T>, value: unknown, what: string): T {
  const read = schema.safeParse(value)
  if (read.success) return read.data
  const problems: Problem[] = read.error.issues.map((one) => ({ code: 'bad-input', what: `${[what, ...one.path].join('.')}: ${one.message}.`, todo: 'Correct it and send it again.' }))
  throw new Failure(422, problems)
}

/** Any error as a response of problem details; none of them says more of our insides than a person needs. */
export function answerFailure(event: H3Event, error: unknown): object {
  let failure: Failure
  if (error instanceof Failure) failure = error
  else if (isAway(error)) {
    setResponseHeader(event, 'retry-after', 5)
    failure = new Failure(503, [{ code: 'store-away', what: 'The database does not answer just now. What was saved before is safe; this was not done.', todo: 'Wait a few seconds and do it again.' }])
  } else {
    log.error({ err: error, path: event.path }, 'unexpected error')
    failure = new Failure(500, [{ code: 'unexpected', what: 'Something went wrong on our side, and this was not done.', todo: 'Try again; if it stays, tell whoever runs this server the time and the address.' }])
  }
  setResponseStatus(event, failure.status)
  setResponseHeader(event, 'content-type', 'application/problem+json')
  return problemBody(failure.status, failure.problems, failure.extra)
}
