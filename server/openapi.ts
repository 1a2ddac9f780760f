import { z } from 'zod'
import type { Stated } from './auth/route'

/** A route with its file below `server/api`, such as `libraries/[library]/index.get.ts`. */
export interface FiledRoute {
  file: string
  stated: Stated
}
type Json = Record<string, unknown>

const methods = ['get', 'post', 'put', 'patch', 'delete'] as const

/**
 * The description of our own API by OpenAPI 3.1, from the schemas that routes parse what they take with, and shape
 * what they answer by. `origin` is where it is served from.
 */
export function describeApi(routes: readonly FiledRoute[], origin: string): Json {
  const schemas: Json = { problems: problemsSchema }
  const paths: Record<string, Json> = {}
  for (const route of routes.toSorted((a, b) => (a.file < b.file ? -1 : 1))) {
    const { path, method } = addressOf(route.file)
    paths[path] = { ...paths[path], [method]: operationOf(route, path, method, schemas) }
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Kept Shelf',
      version: '1',
      description:
        'What the pages of Kept Shelf ask. Everything that goes wrong is answered as problem details (RFC 9457). ' +
        'Package clients use the package protocol, below `/registry/`, which is not described here.',
    },
    servers: [{ url: origin }],
    paths,
    components: {
      schemas,
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: 'kept-shelf', description: 'Who is signed in.' },
        token: { type: 'http', scheme: 'bearer', description: 'An access token of the route’s scope.' },
      },
    },
  }
}

/** Problem details, as `problemBody` writes them. */
const problemsSchema: Json = {
  type: 'object',
  required: ['type', 'title', 'status', 'detail', 'problems'],
  properties: {
    type: { type: 'string' },
    title: { type: 'string' },
    status: { type: 'integer' },
    detail: { type: 'string' },
    problems: {
      type: 'array',
      items: {
        type: 'object',
        required: ['code', 'what', 'todo'],
        properties: {
          code: { type: 'string' },
          what: { type: 'string' },
          todo: { type: 'string' },
          where: {
            type: 'object',
            required: ['file'],
            properties: { file: { type: 'string' }, line: { type: 'integer' } },
          },
        },
      },
    },
  },
}

/** The address of a route by its file, by the rules of the server's router. */
export function addressOf(file: string): { path: string; method: (typeof methods)[number] } {
  const [, bare = '', method = ''] = /^(.*)\.(get|post|put|patch|delete)\.ts$/.exec(file) ?? []
  const path = bare
    .replace(/(^|\/)index$/, '')
    .replace(/\[\.\.\.(\w+)\]|\[(\w+)\]/g, (_all, rest?: string, name?: string) => `{${rest ?? name}}`)
  const known = methods.find((name) => name === method)
  if (!known) throw new Error(`${file} does not say by its name which method it is for.`)
  return { path: `/api${path ? `/${path}` : ''}`, method: known }
}

function operationOf({ file, stated }: FiledRoute, path: string, method: string, schemas: Json): Json {
  const id = `${method} ${path.replace('/api', '')}`.replaceAll(/[^\w]+/g, '-').replace(/^-|-$/g, '')
  const { access, body, query, answer, token, rawBody, limit } = stated
  const hasSession = access !== 'anyone' || path.includes('{library}')
  return {
    operationId: id,
    description: `For: ${access}.${limit ? ` The body has ${limit} bytes at most.` : ''}`,
    ...(hasSession
      ? { security: [{ session: [] }, ...(token ? [{ token: [] }] : []), ...openTo(access)] }
      : {}),
    parameters: [...pathParameters(path), ...queryParameters(query, `${id}-query`, schemas)],
    ...(body && !rawBody
      ? { requestBody: { required: true, content: jsonOf(schemaOf(body, 'input', `${id}-body`, schemas)) } }
      : {}),
    ...(rawBody
      ? {
          requestBody: {
            required: true,
            content: { 'multipart/form-data': {}, 'application/octet-stream': {} },
          },
        }
      : {}),
    responses: {
      200:
        typeof answer === 'string'
          ? answer === 'stream'
            ? { description: 'News as they come.', content: { 'text/event-stream': {} } }
            : { description: `What ${file} answers, as it is.`, content: { [answer]: {} } }
          : {
              description: `What ${file} answers.`,
              content: jsonOf(schemaOf(answer, 'output', `${id}-answer`, schemas)),
            },
      default: {
        description: 'What is wrong, where, and what to do.',
        content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/problems' } } },
      },
    },
  }
}

/** What may be asked without a session, of some libraries or of all. */
const openTo = (access: Stated['access']): Json[] => (access === 'anyone' || access === 'visitor' ? [{}] : [])
const jsonOf = (schema: unknown): Json => ({ 'application/json': { schema } })

const pathParameters = (path: string): Json[] =>
  [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }))

function queryParameters(query: z.ZodType | undefined, id: string, schemas: Json): Json[] {
  if (!query) return []
  const { properties = {}, required = [] } = jsonSchema(query, 'input', id, schemas) as {
    properties?: Record<string, Json>
    required?: string[]
  }
  return Object.entries(properties).map(([name, schema]) => ({
    name,
    in: 'query',
    required: required.includes(name),
    schema,
  }))
}

/** A schema under a name of its own, told where it is asked for by its place. */
function schemaOf(schema: z.ZodType, io: 'input' | 'output', id: string, schemas: Json): Json {
  schemas[id] = jsonSchema(schema, io, id, schemas)
  return { $ref: placeOf(id) }
}
const placeOf = (id: string): string => `#/components/schemas/${id}`

/** A schema as JSON Schema; what it defines for itself stands among all others, under its own name. */
function jsonSchema(schema: z.ZodType, io: 'input' | 'output', id: string, schemas: Json): Json {
  const printed = z.toJSONSchema(schema, {
    io,
    target: 'draft-2020-12',
    // what only code can tell may be anything here
    unrepresentable: 'any',
    override: ({ zodSchema, jsonSchema: made }) => {
      if (zodSchema._zod.def.type === 'date') Object.assign(made, { type: 'string', format: 'date-time' })
    },
  }) as Json
  const { $schema: _dialect, $defs = {}, ...own } = printed
  for (const [name, definition] of Object.entries($defs as Json))
    schemas[`${id}.${name}`] = movedRefs(definition, id)
  return movedRefs(own, id) as Json
}

/** References to what a schema defines for itself, and to itself, as they lead there from the whole document. */
function movedRefs(value: unknown, id: string): unknown {
  if (Array.isArray(value)) return value.map((entry) => movedRefs(entry, id))
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value).map(([key, entry]) => {
      if (key !== '$ref' || typeof entry !== 'string') return [key, movedRefs(entry, id)]
      return [key, entry === '#' ? placeOf(id) : entry.replace(/^#\/\$defs\//, `${placeOf(id)}.`)]
    }),
  )
}
