import { jsxLibrary, vueLibrary } from '../../tests/fixtures/kinds'
import { buildModules } from '../../server/build/modules'
import { membersOf } from '../contract/contract'
import { LibraryReader } from '../read/read'
import { afterModel } from './custom-element'
import { namesOf, summaryOf } from './wish'
import { begun, listed, tern, wish } from '../../tests/begun'

test(
  'an element is begun as the library’s others are written: its base, its sheets, its ' +
    'registration, its comments',
  () => {
    const { tag, texts, contract, model } = begun(tern, 'tern-', wish('custom-element', { group: 'Notices' }))
    expect(tag).toBe('tern-departure-board')
    expect(model).toMatch(/^tern-/)
    expect([...texts.keys()]).toEqual(['src/departure-board.ts', 'src/departure-board.css', 'src/index.ts'])
    const text = texts.get('src/departure-board.ts')!
    expect(text).toContain('export class TernDepartureBoard extends TernElement {')
    expect(text).toContain(' * For saying when boats leave.\n *\n * @group Notices\n * @status draft')
    expect(text).toContain("import css from './departure-board.css' with { type: 'text' }")
    expect(text).toContain("register('tern-departure-board', TernDepartureBoard)")
    // nothing of the model's own is left
    expect(text.replace('@group Notices', '')).not.toMatch(
      new RegExp(model!.replace('tern-', '').replace('-', '|'), 'i'),
    )
    expect(texts.get('src/index.ts')).toMatch(
      /'.\/weather-chip.ts'\nexport \* from '.\/departure-board.ts'\n$/,
    )
    expect(contract).toMatchObject({
      summary: 'For saying when boats leave.',
      group: 'Notices',
      status: 'draft',
    })
    expect(membersOf(contract, 'prop')).toEqual([
      expect.objectContaining({
        name: 'quiet',
        type: { is: 'boolean' },
        reflects: true,
        comment: 'Shown without its edge.',
      }),
    ])
    expect(membersOf(contract, 'slot').map((member) => member.name)).toEqual([''])
    expect(membersOf(contract, 'part').map((member) => member.name)).toEqual(['base'])
  },
)

test('what is begun compiles beside the others, whatever it is written in', async () => {
  for (const [files, prefix, language] of [
    [tern, 'tern-', 'custom-element'],
    [listed(vueLibrary), '', 'vue'],
    [listed(jsxLibrary), '', 'jsx'],
    [[], 'x-', 'custom-element'],
    [[], '', 'vue'],
    [[], '', 'jsx'],
  ] as const) {
    const { all, contract, tag } = begun([...files], prefix, wish(language))
    const { components } = await buildModules(all, [contract], process.cwd())
    expect(components).toEqual([
      expect.objectContaining({ tag, problems: [], entry: expect.stringContaining('.js') }),
    ])
    expect(membersOf(contract, 'prop').some((member) => member.name === 'quiet')).toBe(true)
  }
}, 60_000)

test(
  'a Vue component takes the library’s form of script and styles; a function component how ' +
    'it is exported and typed',
  () => {
    const vue = begun(listed(vueLibrary), '', wish('vue'))
    expect([...vue.texts.keys()]).toEqual(['src/DepartureBoard.vue'])
    expect(vue.texts.get('src/DepartureBoard.vue')).toMatch(/^<script setup lang="ts">[\s\S]*<style scoped>/)
    const options = begun(
      [
        {
          path: 'src/pier-sign/pier-sign.vue',
          text:
            '<template><b/></template>\n\n<script>\nexport default {\n    name: "PierSign",\n ' +
            '   props: {},\n};\n</script>',
        },
        {
          path: 'src/quay-lamp/quay-lamp.vue',
          text:
            '<template><b/></template>\n\n<script>\nexport default {\n    name: ' +
            '"QuayLamp",\n};\n</script>',
        },
      ],
      '',
      wish('vue'),
    )
    expect(options.files[0]).toMatchObject({ path: 'src/departure-board/departure-board.vue' })
    expect(options.files[0]!.text).toMatch(
      /^<template>[\s\S]*<script>\n[\s\S]*\n {4}name: "DepartureBoard",[\s\S]*};\n<\/script>\n$/,
    )

    const jsx = begun(listed(jsxLibrary), '', wish('jsx'))
    expect([...jsx.texts.keys()]).toEqual(['src/departure-board.tsx', 'src/departure-board.css'])
    expect(jsx.texts.get('src/departure-board.tsx')).toContain('export interface DepartureBoardProps extends')
    const forwarded = begun(
      [
        {
          path: 'src/Pier.tsx',
          text:
            'import { forwardRef } from "react";\nimport styles from ' +
            '"./Pier.module.css";\ntype PierProps = { deep?: boolean };\nexport const Pier = ' +
            'forwardRef<HTMLDivElement, PierProps>((props, ref) => <div ref={ref} ' +
            'className={styles.pier} />);\n',
        },
        { path: 'src/Pier.module.css', text: '' },
        { path: 'src/index.ts', text: 'export { Pier } from "./Pier";\nexport * from "./types";\n' },
        { path: 'src/types.ts', text: 'export type X = 1;\n' },
      ],
      '',
      wish('jsx'),
    )
    expect([...forwarded.texts.keys()]).toEqual([
      'src/DepartureBoard.tsx',
      'src/DepartureBoard.module.css',
      'src/index.ts',
    ])
    expect(forwarded.texts.get('src/DepartureBoard.tsx')).toMatch(
      /forwardRef<HTMLDivElement, DepartureBoardProps>[\s\S]*className=\{styles\.base\}/,
    )
    expect(forwarded.texts.get('src/index.ts')).toContain(
      'export { DepartureBoard } from "./DepartureBoard";',
    )
  },
)

test(
  'a model in another manner: a base with a render method, static styles, a folder a ' +
    'component, two quotes and tabs',
  () => {
    const card = (name: string, title: string) => ({
      path: `lib/${name}/${name}.js`,
      text:
        `import { html, Base, css } from "base";\nimport { hush } from ` +
        `"../hush.js";\n\nexport class ${title} extends Base {\n\tstatic styles = css\`:host { ` +
        `display: block; }\`;\n\n\tconnectedCallback() {\n\t\thush(this);\n\t}\n\n\trender() ` +
        `{\n\t\treturn html\`<p ` +
        `part="p"><slot></slot></p>\`;\n\t}\n}\n\ncustomElements.define("q-${name}", ${title});\n`,
    })
    const { files } = begun(
      [
        card('pier', 'Pier'),
        card('quay', 'Quay'),
        { path: 'lib/hush.js', text: 'export const hush = () => undefined;' },
      ],
      'q-',
      wish('custom-element'),
    )
    expect(files[0]!.path).toBe('lib/departure-board/departure-board.js')
    expect(files[0]!.text).toBe(`import { html, Base, css } from "base";

/**
 * For saying when boats leave.
 */
export class DepartureBoard extends Base {
	static styles = css\`
		:host { display: inline-block; }
		.base { padding: 8px 12px; border: 1px solid currentColor; }
	\`;

	render() {
		return html\`<div part="base" class="base"><slot>Nothing in it yet</slot></div>\`;
	}
}

customElements.define("q-departure-board", DepartureBoard);
`)
  },
)

test('a model that does what cannot be followed is left alone, and the element is written plainly', () => {
  const odd = [
    {
      path: 'src/odd.ts',
      text:
        'class Odd extends HTMLElement { constructor() { super(); const shadow = ' +
        "this.attachShadow({ mode: 'open' }); const deep = shadow; this.fill(deep) } fill(root) " +
        "{ root.innerHTML = '<slot></slot>'; root.innerHTML += '<i></i>' } " +
        "}\ncustomElements.define('x-odd', Odd)",
    },
  ]
  const { model, texts } = begun(odd, 'x-', wish('custom-element'))
  expect(model).toBeUndefined()
  expect(texts.get('src/departure-board.ts')).toContain(
    "customElements.define('x-departure-board', DepartureBoard)",
  )
})

test('what it is for stands in the comment as a sentence, and cannot end the comment', () => {
  expect(summaryOf({ name: 'Board', summary: '' })).toBe('Board.')
  expect(summaryOf({ name: 'Board', summary: 'Says when boats leave' })).toBe('Says when boats leave.')
  const { texts } = begun(
    tern,
    'tern-',
    wish('custom-element', { summary: 'ending */ alert(1) /* comments' }),
  )
  expect(texts.get('src/departure-board.ts')).toContain('For ending * / alert(1) /* comments.')
})

test('every model of Tern that can be followed gives an element that is read and compiles', async () => {
  const reader = new LibraryReader()
  const { contracts } = reader.read(tern)
  const { sources } = reader
  const named = namesOf({ name: 'Departure board', language: 'custom-element' }, 'tern-', contracts)
  if (!named.ok) throw new Error('no names')
  const followed = contracts.flatMap((model) => {
    const files = afterModel(sources, model, 'tern-', named.names, wish('custom-element'))
    return files ? [{ model: model.tag, files }] : []
  })
  expect(followed.length).toBeGreaterThan(4)
  for (const { model, files } of followed) {
    const all = [...tern, ...files]
    const reading = reader.read(all)
    const contract = reading.contracts.find((contract) => contract.tag === 'tern-departure-board')
    expect([model, reading.problems.filter((problem) => problem.where?.file.includes('departure'))]).toEqual([
      model,
      [],
    ])
    const { components } = await buildModules(all, [contract!])
    expect([model, components[0]!.problems]).toEqual([model, []])
    // what was the model's own went with it
    expect(contract!.members.filter((member) => member.kind === 'event' || member.kind === 'method')).toEqual(
      [],
    )
  }
}, 60_000)

test('a model with decorators: the tag, the prop and the types stay as that library writes them', () => {
  const pier = (name: string, title: string) => ({
    path: `src/${name}.ts`,
    text:
      `import { html, Base } from 'base'\nimport { element, property } from ` +
      `'base/decorators.js'\nimport { styles } from './${name}.styles'\n\n/**\n * A ${name}.\n ` +
      `*\n * @slot - Things.\n * @attr lit - Seen at night.\n */\n@element('q-${name}')\nexport ` +
      `class ${title} extends Base {\n  static styles = styles\n\n  @property({ type: Boolean, ` +
      `reflect: true }) lit = false\n\n  @property({ type: String }) kind = 'wood'\n\n  ` +
      `render() {\n    return html\`<p>\${this.kind}<slot></slot></p>\`\n  }\n}\n\ndeclare global {\n  interface HTMLElementTagNameMap {\n    'q-${name}': ${title}\n  }\n}\n`,
  })
  const { texts, contract } = begun(
    [
      pier('pier', 'Pier'),
      pier('quay', 'Quay'),
      {
        path: 'src/pier.styles.ts',
        text: "import { css } from 'base'\n\nexport const styles = css`:host { display: block }`\n",
      },
      {
        path: 'src/quay.styles.ts',
        text: "import { css } from 'base'\n\nexport const styles = css`:host { display: grid }`\n",
      },
    ],
    'q-',
    wish('custom-element', { summary: 'telling who leaves' }),
  )
  const text = texts.get('src/departure-board.ts')!
  expect(contract.tag).toBe('q-departure-board')
  expect(text).toMatch(/^import \{ html, Base \} from 'base'/)
  expect(text).toContain('export class DepartureBoard extends Base {')
  expect(text).toContain("@element('q-departure-board')")
  expect(text).toContain('@property({ type: Boolean, reflect: true }) quiet = false')
  expect(text).toContain("'q-departure-board': DepartureBoard")
  expect(text).toContain(' * @slot - What stands in it.\n * @attr quiet - Shown without its edge.')
  expect(text).not.toContain('kind')
  expect(texts.get('src/departure-board.styles.ts')).toMatch(
    /^import \{ css \} from 'base'\n\nexport const styles = css`\n {4}:host \{ display: inline-block; \}/,
  )
})
