import { jsxLibrary, vueLibrary } from '../../tests/fixtures/kinds'
import { placeOfElement, placeOfRule, selectorKey } from './places'
import { writtenIn } from './written'
import { ternSource } from '../../tests/tern'

const file = (path: string, text: string) => ({ path, text })

test('markup in a template of script, and its sheet, are found at their lines', () => {
  const written = writtenIn([
    file(
      'a.ts',
      'const m = `\n  <style>\n    :host { top: 0 }\n    .x > b, i { left: 0 }\n  </style>\n  ' +
        '<b class="x ${y}" part="one">\n    <slot name="end"></slot></b>\n  <b ' +
        'part="two"></b>`\nconst s = \'i { color: red }\'',
    ),
    file('b.css', '/* one */\n\n.y:hover::before\n{ top: 0; & .z { left: 0 } }'),
  ])
  expect(placeOfElement(written, 'b', { part: 'two' })).toEqual({ file: 'a.ts', line: 8 })
  expect(placeOfElement(written, 'b', { part: 'one', class: 'x now' })).toEqual({ file: 'a.ts', line: 6 })
  expect(placeOfElement(written, 'slot', { name: 'end' })).toEqual({ file: 'a.ts', line: 7 })
  expect(placeOfElement(written, 'em', {})).toBeUndefined()
  expect(placeOfRule(written, '.x > b, i')).toEqual({ file: 'a.ts', line: 4 })
  expect(placeOfRule(written, 'i')).toEqual({ file: 'a.ts', line: 9 })
  expect(placeOfRule(written, '.y:hover::before')).toEqual({ file: 'b.css', line: 3 })
  expect(placeOfRule(written, '& .z')).toEqual({ file: 'b.css', line: 4 })
  expect(placeOfRule(written, '.nowhere')).toBeUndefined()
})

test.each([
  ['a>b', 'a > b'],
  ['a,b', 'a, b'],
  ['[x="1"]', "[x='1']"],
  ['a:before', 'a::before'],
  [':is( a , b )', ':is(a, b)'],
  ['.a[data-v-12ab] b', '.a b'],
])('%s is %s', (a, b) => expect(selectorKey(a)).toBe(selectorKey(b)))
test.each([
  ['a b', 'ab'],
  ['a :hover', 'a:hover'],
  ['.a.b', '.a .b'],
])('%s is not %s', (a, b) => expect(selectorKey(a)).not.toBe(selectorKey(b)))

test.each([
  ['Vue', vueLibrary],
  ['function components', jsxLibrary],
])('elements of %s are found', (_name, files) => {
  const list = Object.entries(files).map(([path, text]) => file(path, text))
  const { elements } = writtenIn(list)
  expect(elements.length).toBeGreaterThan(3)
  for (const { tag, place } of elements)
    expect(list.find((item) => item.path === place.file)!.text.split('\n')[place.line - 1]).toContain(
      `<${tag}`,
    )
})

test('every element and rule of the demonstration library is told at its line', () => {
  const list = ternSource.filter(({ path }) => !/\/(?:index|register)/.test(path))
  const { elements, rules } = writtenIn(list)
  expect([elements.length > 30, rules.length > 60]).toEqual([true, true])
  for (const { tag, place } of elements)
    expect(list.find((item) => item.path === place.file)!.text.split('\n')[place.line - 1]).toContain(
      `<${tag}`,
    )
  for (const { selector, place } of rules)
    expect(
      selectorKey(list.find((item) => item.path === place.file)!.text.split('\n')[place.line - 1]!),
    ).toContain(selector.split(',')[0])
})

test('custom properties that code sets are told with the names they are made from', () => {
  const { feeds } = writtenIn([
    file('a.ts', "class A { show() {\n  this.style.setProperty('--a-level', `${this.level * 10}%`) } }"),
    file(
      'b.vue',
      '<script setup>\nconst props = defineProps({ size: Number })\n</script>\n<template>\n<b ' +
        ':style="{ \'--b-size\': `${size}px` }"/></template>\n<style>\nb { color: v-bind(tone); ' +
        'width: v-bind("size + 1") }</style>',
    ),
    file('c.tsx', "const C = ({ ink }) => <b\n style={{ '--c-ink': ink, top: 0 }} />"),
  ])
  expect(feeds).toEqual([
    { property: '--a-level', names: ['level'], place: { file: 'a.ts', line: 2 } },
    { property: '--b-size', names: ['size'], place: { file: 'b.vue', line: 5 } },
    { property: 'color', names: ['tone'], place: { file: 'b.vue', line: 7 } },
    { property: 'width', names: ['size'], place: { file: 'b.vue', line: 7 } },
    { property: '--c-ink', names: ['ink'], place: { file: 'c.tsx', line: 2 } },
  ])
})

test.each([
  [
    'a.ts',
    'const m = `<p>Late <b>${n} boats</b></p>\n<img alt="A boat" class="not this"><style>a { color: red }</style>`',
  ],
  ['a.tsx', 'const A = () => <p>Late <b>{n} boats</b>\n<img alt="A boat" className="not this" /></p>'],
  ['A.vue', '<template><p>Late <b>{{ n }} boats</b></p>\n<img alt="A boat" class="not this"></template>'],
  ['A.svelte', '<p>Late <b>{n} boats</b></p>\n<img alt="A boat" class="not this">'],
])('what readers see or are told in %s is found where it is', (path, text) => {
  const { texts } = writtenIn([file(path, text)])
  expect(texts.map((found) => [found.text, found.attribute, found.place.line]).toSorted()).toEqual([
    ['A boat', 'alt', 2],
    ['Late', undefined, 1],
    ['boats', undefined, 1],
  ])
})

test('texts that script puts on elements are found; errors, sheets and fields of its own are none', () => {
  const script = `
    b.textContent = 'No boats'
    b.ariaLabel = \`Berth \${n}\`
    b.setAttribute('aria-roledescription', 'gangway')
    b.setAttribute('data-name', 'nobody reads it')
    this.label = 'a value to begin with'
    throw new Error('<x-page>Not this</x-page>')
    console.warn('<b>Nor this</b>')
    const sheet = css\`/* <b>nor this</b> */\`
    const says = 'The <x-page> must stand in a page'`
    .replaceAll('\\`', '`')
    .replaceAll('\\$', '$')
  expect(writtenIn([file('a.ts', script)]).texts.map(({ text, attribute }) => [text, attribute])).toEqual([
    ['No boats', undefined],
    ['Berth', 'aria-label'],
    ['gangway', 'aria-roledescription'],
  ])
})
