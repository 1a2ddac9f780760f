import Ajv2020 from 'ajv/dist/2020'
import addFormats from 'ajv-formats'
import { someone, world, type Ask, type World } from '../world'

// What our own API says of itself, held against what it answers.

let at: World
let ines: Ask
beforeAll(async () => {
  at = await world()
  ines = await someone(at, 'ines')
}, 60_000)
afterAll(() => at.end())

interface Operation {
  operationId: string
  parameters: { name: string; in: string; required: boolean }[]
  responses: { 200: { content: Record<string, { schema?: { $ref: string } }> } }
}
interface Description {
  openapi: string
  servers: { url: string }[]
  paths: Record<string, { get?: Operation }>
}

/** What the demo has for the parts of addresses. */
const parts: Readonly<Record<string, string>> = {
  library: 'tern',
  tag: 'tern-notice-strip',
  version: '1.1.0',
  theme: 'daywatch',
  name: 'daywatch',
  number: '1',
}

test('every address that can be read without more answers what its description says', async () => {
  const described = (await (await fetch(`${at.url}/api/openapi.json`)).json()) as Description
  expect(described).toMatchObject({ openapi: '3.1.0', servers: [{ url: at.url }] })
  const ajv = new Ajv2020({ strict: false, allErrors: true, validateSchema: false })
  addFormats(ajv)
  ajv.addSchema(described, 'api')

  const asked: string[] = []
  for (const [path, { get }] of Object.entries(described.paths)) {
    const schema = get?.responses[200].content['application/json']?.schema
    const needsMore = get?.parameters.some(
      (parameter) => parameter.required && (parameter.in === 'query' || !(parameter.name in parts)),
    )
    if (!get || !schema || needsMore) continue
    const address = path.replaceAll(/\{(\w+)\}/g, (_all, name: string) => parts[name]!)
    const { status, body } = await ines(address)
    // some of it is only there once somebody made it
    if (status === 404) continue
    expect([path, status]).toEqual([path, 200])
    const validate = ajv.getSchema(`api${schema.$ref}`)!
    validate(body)
    expect([path, validate.errors?.slice(0, 3) ?? []]).toEqual([path, []])
    asked.push(path)
  }
  expect(asked).toEqual(
    expect.arrayContaining([
      '/api/me',
      '/api/libraries',
      '/api/libraries/{library}',
      '/api/libraries/{library}/shelf',
      '/api/libraries/{library}/releases',
      '/api/libraries/{library}/releases/desk',
      '/api/libraries/{library}/difference',
      '/api/libraries/{library}/findings',
      '/api/openapi.json',
    ]),
  )
  expect(asked.length).toBeGreaterThan(20)
}, 120_000)
