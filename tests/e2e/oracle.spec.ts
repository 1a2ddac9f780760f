import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { expect, test, type Page } from '@playwright/test'
import fc from 'fast-check'
import type { Contract } from '../../core/contract/contract'
import type { TokenDocument } from '../../core/tokens/document'
import { resolveTheme, themesCss, cssName } from '../../core/tokens/themes'
import { theme } from '../themes'
import { someone, world, type World } from '../world'

/** A plain page with nothing of ours: what a browser itself makes of what we claim. */
let plain: Server
let address: string
let at: World
let shelf: { tag: string; contract: Contract; rendering: { module: string } }[]
test.beforeAll(async () => {
  at = await world()
  shelf = (await (await someone(at, 'ines'))('/api/libraries/tern/shelf')).body
  plain = createServer((_request, response) =>
    response
      .writeHead(200, { 'content-type': 'text/html' })
      .end('<!doctype html><title>plain</title><body></body>'),
  )
  await new Promise<void>((resolve) => plain.listen(0, '127.0.0.1', resolve))
  address = `http://127.0.0.1:${(plain.address() as AddressInfo).port}/`
})
test.afterAll(async () => {
  plain.close()
  await at.end()
})
const onPlain = async (page: Page, tag: string) => {
  await page.goto(address)
  const value = shelf.find((component) => component.tag === tag)!
  await page.evaluate(
    (url) => import(url),
    `${at.preview.replace('x.localhost', '127.0.0.1')}${value.rendering.module}`,
  )
  return value.contract
}

const tags = [
  'tern-action',
  'tern-berth-mark',
  'tern-deck-picker',
  'tern-fare-stepper',
  'tern-gangway-switch',
  'tern-notice-strip',
  'tern-queue-meter',
  'tern-sailing-row',
  'tern-ticket',
  'tern-tide-gauge',
  'tern-weather-chip',
]
for (const tag of tags) {
  test(`what was read of ${tag} is what the browser finds`, async ({ page }) => {
    const contract = await onPlain(page, tag)
    const of = <K extends string>(kind: K) => contract.members.filter((member) => member.kind === kind)
    const found = await page.evaluate((name) => {
      const element = document.createElement(name)
      document.body.append(element)
      const root = element.shadowRoot!
      const own = new Set<string>()
      for (
        let proto = Object.getPrototypeOf(element);
        proto && proto !== HTMLElement.prototype;
        proto = Object.getPrototypeOf(proto)
      ) {
        for (const key of Object.getOwnPropertyNames(proto))
          if (Object.getOwnPropertyDescriptor(proto, key)!.get) own.add(key)
      }
      return {
        accessors: [...own],
        observed:
          (element.constructor as unknown as { observedAttributes?: string[] }).observedAttributes ?? [],
        slots: [...root.querySelectorAll('slot')].map((slotElement) => slotElement.name),
        parts: [...root.querySelectorAll('[part]')].flatMap((element) => [...element.part]),
        forwarded: [...root.querySelectorAll('[exportparts]')].flatMap((element) =>
          element
            .getAttribute('exportparts')!
            .split(',')
            .map((pair) => pair.split(':').at(-1)!.trim()),
        ),
        inner: [...root.querySelectorAll('*')]
          .map((element) => element.localName)
          .filter((localName) => localName.includes('-')),
      }
    }, tag)
    const props = of('prop') as Extract<Contract['members'][number], { kind: 'prop' }>[]

    await test.step('slots, parts and inner components are those in the shadow tree', () => {
      const named = (kind: string) =>
        of(kind)
          .filter((entry) => entry.known !== 'comment')
          .map((entry) => entry.name)
          .sort()
      expect(named('slot')).toEqual([...new Set(found.slots)].sort())
      expect(named('part')).toEqual([...new Set([...found.parts, ...found.forwarded])].sort())
      expect(contract.uses.map((use) => use.tag).sort()).toEqual([...new Set(found.inner)].sort())
    })
    await test.step('every accessor is a prop, and every attribute of a prop is observed', () => {
      const names = new Set(props.map((prop) => prop.name))
      expect(found.accessors.filter((accessor) => !names.has(accessor))).toEqual([])
      for (const prop of props) if (prop.attribute) expect(found.observed).toContain(prop.attribute)
    })
    await test.step('defaults are what a new element has', async () => {
      for (const prop of props.filter((prop) => prop.defaultValue !== undefined)) {
        const value = await page.evaluate(
          ([name, key]) => (document.createElement(name!) as unknown as Record<string, unknown>)[key!],
          [tag, prop.name],
        )
        expect([prop.name, value]).toEqual([prop.name, prop.defaultValue])
      }
    })
    await test.step('setting a prop writes its attribute exactly when it was read to reflect', async () => {
      for (const prop of props.filter((prop) => !prop.readonly && prop.attribute)) {
        const written = await page.evaluate(
          ([name, key, attribute, value]) => {
            const element = document.createElement(name as string) as unknown as HTMLElement &
              Record<string, unknown>
            element[key as string] = value
            return element.hasAttribute(attribute as string)
          },
          [
            tag,
            prop.name,
            prop.attribute!,
            prop.type.is === 'boolean'
              ? true
              : prop.type.is === 'number'
                ? 1
                : prop.type.is === 'union' && prop.type.of[0]!.is === 'literal'
                  ? prop.type.of[0]!.value
                  : 'x',
          ] as const,
        )
        expect([prop.name, written]).toEqual([prop.name, prop.reflects])
      }
    })
    await test.step('setting an attribute feeds the prop it was read to feed', async () => {
      for (const prop of props.filter((prop) => prop.attribute && !prop.readonly)) {
        const changed = await page.evaluate(
          ([name, key, attribute, text]) => {
            const element = document.createElement(name!) as unknown as HTMLElement & Record<string, unknown>
            document.body.append(element)
            const before = element[key!]
            element.setAttribute(attribute!, text!)
            return !Object.is(before, element[key!])
          },
          [
            tag,
            prop.name,
            prop.attribute!,
            prop.type.is === 'number'
              ? '3'
              : prop.type.is === 'union' && prop.type.of.every((type) => type.is === 'literal')
                ? String((prop.type.of.at(-1) as { value: unknown }).value)
                : 'else',
          ],
        )
        expect([prop.name, changed]).toEqual([prop.name, true])
      }
    })
    await test.step('a custom state that was read is one the element can be in', async () => {
      const states = of('state')
        .filter((entry) => 'by' in entry && entry.by === 'custom')
        .map((entry) => entry.name)
      for (const state of states) {
        const ways: Record<string, Record<string, unknown>> = {
          busy: tag === 'tern-action' ? { busy: true } : { waiting: 100, places: 120 },
          closed: { closed: true },
          full: tag === 'tern-fare-stepper' ? { count: 99 } : { waiting: 200 },
        }
        const matches = await page.evaluate(
          ([name, way, selector]) => {
            const element = Object.assign(document.createElement(name as string), way as object)
            document.body.append(element)
            return element.matches(selector as string)
          },
          [tag, ways[state] ?? {}, `:state(${state})`] as const,
        )
        expect([state, matches]).toEqual([state, true])
      }
    })
  })
}

const lengthNames = ['a', 'b', 'c', 'd']
/** A file of lengths, each a number of pixels or one of the others. */
const lengths = (isPartial: boolean): fc.Arbitrary<TokenDocument> =>
  fc
    .dictionary(
      fc.constantFrom(...lengthNames),
      fc.oneof(
        fc.integer({ min: 0, max: 99 }).map((n) => ({ value: n, unit: 'px' as const })),
        fc.constantFrom(...lengthNames).map((text) => `{${text}}`),
      ),
      { minKeys: isPartial ? 0 : 4, maxKeys: 4 },
    )
    .map((entries) =>
      Object.fromEntries(
        Object.entries(entries).map(([name, value]) => [name, { $type: 'dimension', $value: value }]),
      ),
    )

/** What a browser computes for those lengths in the innermost of some elements, one in the other. */
const computedIn = (page: Page, css: string, nesting: readonly Record<string, string>[]): Promise<string[]> =>
  page.evaluate(
    ([sheet, elements, properties]) => {
      const styles = new CSSStyleSheet()
      styles.replaceSync(sheet)
      document.adoptedStyleSheets = [styles]
      let region: HTMLElement = document.body
      region.replaceChildren()
      for (const attributes of elements) {
        const inner = document.createElement('div')
        for (const [name, value] of Object.entries(attributes)) inner.setAttribute(name, value)
        region.append(inner)
        region = inner
      }
      const style = getComputedStyle(region)
      return properties.map((property) => style.getPropertyValue(property).trim())
    },
    [css, nesting, lengthNames.map((name) => cssName('x', name))] as const,
  )

test('in regions nested any way, a browser computes for each token what we say it is', async ({ page }) => {
  test.setTimeout(120_000)
  await page.goto(address)
  const cases = fc.tuple(
    lengths(false),
    lengths(true),
    lengths(true),
    fc.array(fc.constantFrom('base', 'one', 'two'), { minLength: 1, maxLength: 4 }),
  )
  await fc.assert(
    fc.asyncProperty(cases, async ([base, component, two, nesting]) => {
      const themes = [theme('base', null, base), theme('one', 'base', component), theme('two', 'one', two)]
      const { css, problems } = themesCss(themes, 'x')
      // a file in which something has no value is refused before it is ever printed
      fc.pre(problems.length === 0)
      const regions = nesting.map((name) => ({ 'data-theme': name }))
      const ours = resolveTheme(themes, nesting.at(-1)!).tokens
      expect(await computedIn(page, css, regions)).toEqual(lengthNames.map((name) => ours.get(name)!.css))
    }),
    { numRuns: 60 },
  )
})

test('themes that combine hold beside any other, each along its axis, or it is said of which tokens they do not', async ({
  page,
}) => {
  test.setTimeout(180_000)
  await page.goto(address)
  const worn = fc.record(
    {
      'data-theme': fc.constantFrom('base', 'one'),
      'data-density': fc.constantFrom('close', 'tight', 'usual'),
      dir: fc.constantFrom('ltr', 'rtl'),
    },
    { requiredKeys: [] },
  )
  const cases = fc.tuple(
    lengths(false),
    fc.tuple(lengths(true), lengths(true), lengths(true), lengths(true)),
    fc.array(worn, { minLength: 1, maxLength: 4 }),
  )
  const seen = { together: 0, apart: 0 }
  await fc.assert(
    fc.asyncProperty(cases, async ([base, [one, close, tight, turned], nesting]) => {
      const themes = [
        theme('base', null, base),
        theme('one', 'base', one),
        { ...theme('close', 'base', close), axis: 'density' },
        { ...theme('tight', 'close', tight), axis: 'density' },
        { ...theme('turned', 'base', turned), axis: 'direction' },
      ]
      const { css, problems } = themesCss(themes, 'x')
      fc.pre(problems.every(({ code }) => code === 'token-axes'))
      const last = (name: 'data-theme' | 'data-density' | 'dir') =>
        nesting.findLast((element) => element[name] !== undefined)?.[name]
      const whole = last('data-theme') ?? 'base'
      const density = last('data-density')
      const beside = density === 'usual' ? undefined : density
      const isTurned = last('dir') === 'rtl'
      const computed = await computedIn(page, css, nesting)
      const ground = resolveTheme(themes, 'base').tokens
      for (const [i, name] of lengthNames.entries()) {
        const isSaid = problems.some(({ what }) => what.includes(` in ${name}:`))
        const inBase = (other: string) => resolveTheme(themes, 'base', other).tokens.get(name)!.css
        const usual = ground.get(name)!.css
        if (nesting.length === 1 && !isTurned) {
          seen.together++
          expect(computed[i]).toBe(resolveTheme(themes, whole, beside).tokens.get(name)!.css)
        } else if (!isSaid) {
          seen.apart++
          const turnedValue = isTurned && inBase('turned') !== usual ? inBase('turned') : undefined
          const denseValue = beside && inBase(beside) !== usual ? inBase(beside) : undefined
          const expected = turnedValue ?? denseValue ?? resolveTheme(themes, whole).tokens.get(name)!.css
          expect(computed[i]).toBe(expected)
        }
      }
    }),
    { numRuns: 120 },
  )
  expect(Math.min(seen.together, seen.apart)).toBeGreaterThan(20)
})
