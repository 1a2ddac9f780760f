import { expect, test, type Page } from '@playwright/test'
import { build } from 'esbuild'
import fc from 'fast-check'
import type * as frame from '../fixtures/dress'
import { world, type World } from '../fixtures/made-pages'
import { isInherited } from '../../core/style/inherited'
import { originOf, tracingOf, valueOf } from '../../core/style/trace'

/**
 * The browser is asked what it made of random trees of sheets, layers and shadow roots, and the trace has to
 * say the same.
 */

let script: string
test.beforeAll(async () => {
  script = (
    await build({
      entryPoints: ['tests/fixtures/dress.ts'],
      bundle: true,
      write: false,
      format: 'iife',
      globalName: 'dress',
      platform: 'browser',
      target: 'es2022',
    })
  ).outputFiles[0]!.text
})

declare const dress: Pick<typeof frame, 'dressOf' | 'markupIn'> & { inheritance(): Record<string, boolean> }
/** Builds the page, and tells what dresses each element with what the browser made of it. */
const look = (page: Page, made: World) =>
  page.evaluate((world: World) => {
    document.head.innerHTML = world.page.map((text) => `<style>${text}</style>`).join('')
    const [c0, c1, c2, c3, c4] = world.classes
    document.body.innerHTML = `<div id="one" class="${c0}"><x-box class="${c1}"><b class="${c2}">slotted</b></x-box></div>`
    const box = document.querySelector('x-box') as HTMLElement
    box.style.cssText = world.own[0]
    ;(document.querySelector('b') as HTMLElement).style.cssText = world.own[1]
    const root = box.attachShadow({ mode: world.closed ? 'closed' : 'open' })
    root.innerHTML =
      `<style>${world.box[0] ?? ''}</style><i part="in" class="${c3}">text ` +
      `<x-inner exportparts="deep" class="${c4}"></x-inner></i><slot></slot>`
    if (world.box[1]) {
      const adopted = new CSSStyleSheet()
      adopted.replaceSync(world.box[1])
      root.adoptedStyleSheets = [adopted]
    }
    ;(root.querySelector('i') as HTMLElement).style.cssText = world.own[2]
    const inner = root.querySelector('x-inner')!.attachShadow({ mode: 'open' })
    inner.innerHTML = `<style>${world.inner}</style><i part="deep" class="p">deep</i>`
    const before = [document, root, inner].map((tree) =>
      [...tree.styleSheets, ...tree.adoptedStyleSheets].map((sheet) =>
        [...sheet.cssRules].map((rule) => rule.cssText).join('\n'),
      ),
    )
    const told = dress
      .markupIn(document.body, '')
      .filter((line) => line.is === 'element')
      .flatMap((line) =>
        ['', ...line.pseudo].map((pseudo) => dress.dressOf(line.id, pseudo, () => undefined)!),
      )
    const after = [document, root, inner].map((tree) =>
      [...tree.styleSheets, ...tree.adoptedStyleSheets].map((sheet) =>
        [...sheet.cssRules].map((rule) => rule.cssText).join('\n'),
      ),
    )
    return { told, same: JSON.stringify(before) === JSON.stringify(after) }
  }, made)

const same = (text: string) => text.replace(/\s+/g, '')

test('what wins, and the way a custom property came, are what the browser computes', async ({ page }) => {
  test.setTimeout(240_000)
  await page.goto('about:blank')
  await page.setContent('<!doctype html><html><head></head><body></body></html>')
  await page.addScriptTag({ content: script })
  await page.evaluate(() =>
    CSS.registerProperty({
      name: '--lone',
      syntax: '<color>',
      inherits: false,
      initialValue: 'rgb(1, 2, 3)',
    }),
  )
  let compared = 0
  await fc.assert(
    fc.asyncProperty(world, async (made) => {
      const { told, same: isSame } = await look(page, made)
      expect(isSame).toBe(true)
      for (const problem of told) {
        const tracing = tracingOf(problem)
        for (const property of [
          'color',
          'background-color',
          'border-top-color',
          'margin-left',
          'margin-right',
          'padding-left',
          '--a',
          '--b',
          '--c',
          '--d',
        ]) {
          if (!(property in problem.computed)) continue
          const value = valueOf(tracing, property)
          const now = problem.computed[property]!
          // what is the browser's own, or a word of its own, has no text to compare
          if (value === undefined) {
            if (property.startsWith('--'))
              expect([problem.chain[0]!.label, property, now]).toEqual([
                problem.chain[0]!.label,
                property,
                '',
              ])
            continue
          }
          compared++
          expect([problem.chain[0]!.label, property, same(now)]).toEqual([
            problem.chain[0]!.label,
            property,
            same(value.replace(/^2px solid /, '')),
          ])
        }
      }
    }),
    { numRuns: 60, interruptAfterTimeLimit: 120_000, markInterruptAsFailure: false },
  )
  expect(compared).toBeGreaterThan(1000)
})

test('properties that inherit are those the browser lets inherit', async ({ page }) => {
  await page.setContent('<div id="outer"><div id="inner"></div></div>')
  const asked = await page.evaluate(() => {
    const [outer, inner] = ['outer', 'inner'].map((id) => document.getElementById(id)!)
    const tries = [
      '7px',
      'rgb(1, 2, 3)',
      'none',
      'auto',
      'hidden',
      '3',
      '0.5',
      'italic',
      '700',
      'right',
      'center',
      'both',
      'normal',
      'nowrap',
      'rtl',
      'vertical-rl',
      '"x"',
      'pointer',
      'collapse',
      'bottom',
      'inside',
      'uppercase',
      'mixed',
      'evenodd',
      'round',
      'dark',
      'manual',
      'keep-all',
      'anywhere',
      'strict',
      'block',
      'flex',
      'absolute',
      '1s',
      'scale(2)',
      'blur(2px)',
      'multiply',
      'column',
      'dashed',
      'contain',
      'fixed',
      'smooth',
      'balance',
    ]
    const found: Record<string, boolean> = {}
    for (const name of getComputedStyle(outer!)) {
      const was = getComputedStyle(outer!).getPropertyValue(name)
      for (const value of tries) {
        outer!.style.cssText = ''
        outer!.style.setProperty(name, value)
        if (getComputedStyle(outer!).getPropertyValue(name) === was) continue
        const with_ = (word: string) => {
          inner!.style.cssText = word && `${name}: ${word}`
          return getComputedStyle(inner!).getPropertyValue(name)
        }
        const [taken, fresh, left] = [with_('inherit'), with_('initial'), with_('')]
        if (taken === fresh) continue
        if (left === taken || left === fresh) found[name] = left === taken
        break
      }
      outer!.style.cssText = ''
    }
    return found
  })
  // the product asks too, in its own way and with other values; whatever this browser knows, the two say the
  // same
  await page.addScriptTag({ content: script })
  const told = await page.evaluate(() => dress.inheritance())
  expect(Object.keys(asked).length).toBeGreaterThan(250)
  const both = Object.keys(asked).filter((name) => Object.hasOwn(told, name))
  expect(both.length).toBeGreaterThan(Object.keys(asked).length * 0.95)
  // it gives out what is used, not what is computed
  const used = new Set(['user-select'])
  expect(both.filter((name) => !used.has(name) && asked[name] !== told[name])).toEqual([])
  // where it could not be asked there is the list of the standards: most of that can be asked, and is so
  const listed = Object.keys(asked).filter(isInherited)
  expect(listed.filter((name) => asked[name]).length).toBeGreaterThan(60)
})

test('where a value comes from is told with who wrote it', async ({ page }) => {
  await page.setContent('<!doctype html><html><head></head><body></body></html>')
  await page.addScriptTag({ content: script })
  const { told } = await look(page, {
    page: [':root { --c: rgb(9, 9, 9) } .q { color: rgb(4, 4, 4) }'],
    box: [':host { color: var(--c) } ::slotted(*) { color: rgb(5, 5, 5) }'],
    inner: 'i { color: var(--cc) }',
    closed: true,
    classes: ['', '', '', '', ''],
    own: ['', '', ''],
  })
  const of = (label: string) => told.find((problem) => problem.chain[0]!.label === label)!
  const host = originOf(tracingOf(of('x-box')), 'color')
  expect(host).toMatchObject({ is: 'declared', winner: { selector: ':host', by: 'component', of: 'x-box' } })
  expect(originOf(tracingOf(of('b')), 'color')).toMatchObject({
    is: 'declared',
    winner: { selector: '::slotted(*)', of: 'x-box' },
  })
})
