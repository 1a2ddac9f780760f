import { told } from '../../../tests/told'
import { readLibrary } from '../read'

const registered = (files: Record<string, string>) =>
  readLibrary(Object.entries(files).map(([path, text]) => ({ path, text }))).contracts.map(
    ({ tag, files: [file], registeredIn }) => [tag, file, registeredIn],
  )

const system = `export const System = Object.freeze({ prefix: 'x', registry: globalThis.customElements })`
const bell = `import { Kit } from 'kit'\nexport class Bell extends Kit {}`

test('a definition that is kept apart gives the tag, and the module that hands it over registers it', () => {
  expect(
    registered({
      'system.js': system,
      'bell.js': bell,
      'options.js': `import { System } from './system.js'\nexport const tagName = \`\${System.prefix}-bell\``,
      'definition.js': `
import { tagName } from './options.js'
export const definition = { name: tagName, registry: System.registry }`,
      'define.js': `
import { definition } from './definition.js'
import { Bell } from './bell.js'
Bell.define(definition)`,
    }),
  ).toEqual([['x-bell', 'bell.js', 'define.js']])
})

test('a class put together in one module and registered by another: that is the one that is loaded', () => {
  expect(
    registered({
      'system.js': system,
      'bell.js': bell,
      'definition.js':
        `import { System } from './system.js'\nimport { Bell } from './bell.js'\n` +
        'export const definition = Bell.compose({ name: `${System.prefix}-bell`, template: 1 })',
      'define.js':
        `import { System } from './system.js'\nimport { definition } from './definition.js'\n` +
        `definition.define(System.registry)`,
    }),
  ).toEqual([['x-bell', 'bell.js', 'define.js']])
})

test('of several modules that register it the plainest is loaded, or its own', () => {
  const files = {
    'bell.js': `export class Bell extends HTMLElement {}`,
    'define-late.js': `
import { Bell } from './bell.js'
setTimeout(() => customElements.define('x-bell', Bell))`,
    'define.js': `import { Bell } from './bell.js'\ncustomElements.define('x-bell', Bell)`,
  }
  expect(registered(files)).toEqual([['x-bell', 'bell.js', 'define.js']])
  const itself = { 'bell.js': `${files['bell.js']}\nif (on) customElements.define('x-bell', Bell)` }
  expect(registered({ ...files, ...itself })).toEqual([['x-bell', 'bell.js', undefined]])
})

test('a function that has to be called to register it is known by its export', () => {
  const byOf = (text: string) =>
    readLibrary([{ path: 'bell.js', text }]).contracts.map(({ tag, registeredBy }) => [tag, registeredBy])
  const bellClass = 'class Bell extends HTMLElement {}\n'
  const define = `
function d() {
  ;['x-bell'].forEach(
    (tag) => customElements.get('x-bell') || customElements.define('x-bell', Bell),
  )
}
`
  expect(byOf(`${bellClass}${define}export { Bell, d as defineBell }`)).toEqual([['x-bell', 'defineBell']])
  expect(byOf(`${bellClass}${define}d()\nexport { Bell, d as defineBell }`)).toEqual([['x-bell', undefined]])
  expect(byOf(`${bellClass}customElements.define('x-bell', Bell)`)).toEqual([['x-bell', undefined]])
  expect(byOf(`${bellClass}export const start = () => customElements.define('x-bell', Bell)`)).toEqual([
    ['x-bell', 'start'],
  ])
})

test('where only a manifest knows the tag, the module that registers the class is found', () => {
  const manifest = {
    schemaVersion: '1.0.0',
    modules: [
      {
        kind: 'javascript-module',
        path: 'bell.js',
        declarations: [
          {
            kind: 'class',
            name: 'Bell',
            customElement: true,
            tagName: 'x-bell',
            superclass: { name: 'Kit' },
          },
        ],
        exports: [],
      },
    ],
  }
  expect(
    registered({
      'bell.js': bell,
      'all.js': `
import { Bell } from './bell.js'
import { start } from 'kit'
const parts = [Bell]
start(parts)`,
      'index.js': `export { Bell } from './bell.js'`,
      'custom-elements.json': JSON.stringify(manifest),
    }),
  ).toEqual([['x-bell', 'bell.js', 'all.js']])
})

test('a function that another function hands out registers what it is given', () => {
  const kit = {
    'kit/package.json': '{"name":"kit","module":"./k.js"}',
    'kit/k.js': `
export const makeRuntime = (options) => {
  const runtime = {
    ...options,
    define(name, node) {
      function late() { try { customElements.define(name, node) } catch {} }
      if (!customElements.get(name)) late()
    },
  }
  return runtime
}`,
  }
  const runtime = `
import { makeRuntime } from 'kit'
const runtime = makeRuntime({ path: '/' })
const { define } = runtime
export { define as d, runtime }`
  expect(
    told(
      {
        'runtime.js': runtime,
        'bell.js': `
import { d as define } from './runtime.js'
class Bell extends HTMLElement {}
define('x-bell', Bell)`,
        'chip.js': `
import { runtime } from './runtime.js'
class Chip extends HTMLElement {}
runtime.define('x-chip', Chip)`,
        'act.js': `import { runtime } from './runtime.js'\nclass Act {}\nruntime.note('x-act', Act)`,
      },
      kit,
    ),
  ).toEqual({ 'x-bell': [], 'x-chip': [] })
})
