import { execFileSync } from 'node:child_process'
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { z } from 'zod'
import type { Stated } from './auth/route'
import { addressOf, describeApi, type FiledRoute } from './openapi'

const files = readdirSync('server/api', { recursive: true, encoding: 'utf8' }).filter((path) =>
  path.endsWith('.ts'),
)
interface RouteModule {
  default: Pick<FiledRoute, 'stated'>
}
const statedIn = (file: string) =>
  // eslint-disable-next-line @typescript-eslint/no-require-imports -- each file by its name
  (require(join(process.cwd(), 'server/api', file)) as RouteModule).default.stated
const routes = (): FiledRoute[] => files.map((file) => ({ file, stated: statedIn(file) }))

/** What a validator of such descriptions prints. */
function validated(described: object): string {
  const folder = mkdtempSync(join(tmpdir(), 'kept-shelf-openapi-'))
  try {
    const file = join(folder, 'openapi.json')
    writeFileSync(file, JSON.stringify(described))
    const validator = 'node_modules/@seriousme/openapi-schema-validator/bin/validate-api-cli.js'
    return execFileSync(process.execPath, [validator, file], { encoding: 'utf8' })
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}

test('the whole API is described, as OpenAPI has it, with an address and a method for every route', () => {
  const described = describeApi(routes(), 'https://shelf.example')
  const paths = described.paths as Record<string, Record<string, { operationId: string }>>
  const operations = Object.values(paths).flatMap((methods) => Object.values(methods))
  expect(operations).toHaveLength(files.length)
  expect(new Set(operations.map(({ operationId }) => operationId)).size).toBe(files.length)
  expect(validated(described)).toContain('"valid": true')
}, 60_000)

test('no reference leads nowhere', () => {
  const described = describeApi(routes(), 'https://shelf.example')
  const { schemas } = described.components as { schemas: Record<string, unknown> }
  const references = [...JSON.stringify(described).matchAll(/"\$ref":"([^"]*)"/g)].map(([, to]) => to!)
  expect(references.length).toBeGreaterThan(100)
  for (const to of references) expect(Object.keys(schemas)).toContain(to.replace('#/components/schemas/', ''))
})

test.each([
  ['me.get.ts', '/api/me', 'get'],
  ['libraries/index.post.ts', '/api/libraries', 'post'],
  [
    'libraries/[library]/releases/[version]/files.get.ts',
    '/api/libraries/{library}/releases/{version}/files',
    'get',
  ],
  ['openapi.json.get.ts', '/api/openapi.json', 'get'],
])('%s is at %s', (file, path, method) => expect(addressOf(file)).toEqual({ path, method }))

test('what a route takes and answers, a type that holds itself, and a moment', () => {
  const node: z.ZodType = z.lazy(() => z.object({ at: z.coerce.date(), inside: z.array(node) }))
  const stated: Stated = {
    access: 'maintainer',
    body: z.object({ name: z.string().max(9), more: z.string().optional() }),
    query: z.object({ from: z.string().optional() }),
    limit: 100,
    answer: z.object({ node }),
  }
  const described = describeApi(
    [{ file: 'libraries/[library]/knots.put.ts', stated }],
    'https://shelf.example',
  )
  const { schemas } = described.components as { schemas: Record<string, object> }
  expect(schemas['put-libraries-library-knots-body']).toMatchObject({
    properties: { name: { type: 'string', maxLength: 9 } },
    required: ['name'],
  })
  const operation = (described.paths as Record<string, Record<string, object>>)[
    '/api/libraries/{library}/knots'
  ]!.put
  expect(operation).toMatchObject({
    parameters: [
      { name: 'library', in: 'path' },
      { name: 'from', in: 'query', required: false },
    ],
    security: [{ session: [] }],
  })
  expect(JSON.stringify(schemas)).toContain('"date-time"')
})
