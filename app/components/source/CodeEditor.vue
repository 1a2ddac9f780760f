<script setup lang="ts">
import { defaultKeymap, history, historyKeymap, indentWithTab } from '@codemirror/commands'
import { css } from '@codemirror/lang-css'
import { html } from '@codemirror/lang-html'
import { javascript } from '@codemirror/lang-javascript'
import { json } from '@codemirror/lang-json'
import { vue } from '@codemirror/lang-vue'
import {
  bracketMatching,
  HighlightStyle,
  indentOnInput,
  indentUnit,
  syntaxHighlighting,
} from '@codemirror/language'
import { lintGutter, setDiagnostics, type Diagnostic } from '@codemirror/lint'
import { highlightSelectionMatches, search, searchKeymap } from '@codemirror/search'
import { Compartment, EditorState, StateEffect, StateField, type Extension } from '@codemirror/state'
import {
  Decoration,
  drawSelection,
  EditorView,
  highlightActiveLine,
  keymap,
  lineNumbers,
  type DecorationSet,
} from '@codemirror/view'
import { tags } from '@lezer/highlight'
import { mannerOf } from '~~/core/begin/manner'
import { languageOfFile } from '~~/core/languages/languages'
import type { Problem } from '~~/core/problem'

/** The text of one file, to read and, where it may be, to write; what is wrong with it stands at its line. */
const {
  path,
  editable = false,
  problems = [],
  line = 0,
  label = undefined,
} = defineProps<{
  path: string
  editable?: boolean
  problems?: Problem[]
  line?: number
  /** What it is called; by the path where it is a file. */
  label?: string | undefined
}>()
const text = defineModel<string>({ required: true })
const emit = defineEmits<{ keep: []; line: [line: number] }>()
const place = useTemplateRef<HTMLElement>('place')
let view: EditorView | undefined

/** The line that a link leads to. */
const pointAt = StateEffect.define<number>()
const pointed = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update(marks, transaction) {
    for (const effect of transaction.effects)
      if (effect.is(pointAt))
        return effect.value > 0 && effect.value <= transaction.state.doc.lines
          ? Decoration.set(
              Decoration.line({ class: 'cm-pointed' }).range(transaction.state.doc.line(effect.value).from),
            )
          : Decoration.none
    return marks.map(transaction.changes)
  },
  provide: (field) => EditorView.decorations.from(field),
})

const ink = HighlightStyle.define([
  {
    tag: [tags.keyword, tags.modifier, tags.operatorKeyword, tags.tagName, tags.definitionKeyword],
    color: 'var(--kelp)',
  },
  { tag: [tags.string, tags.special(tags.string), tags.attributeValue, tags.regexp], color: 'var(--slate)' },
  { tag: [tags.number, tags.bool, tags.null, tags.unit, tags.color], color: 'var(--ochre)' },
  { tag: [tags.comment], color: 'var(--muted)', fontStyle: 'italic' },
  { tag: [tags.typeName, tags.className, tags.definition(tags.typeName)], fontWeight: '600' },
  { tag: tags.invalid, color: 'var(--rust)' },
])
const look = EditorView.theme({
  '&': { height: '100%', fontSize: '12.5px', backgroundColor: 'var(--sheet)', color: 'var(--ink)' },
  '.cm-scroller': { fontFamily: 'var(--code)', lineHeight: '19px', fontVariantLigatures: 'none' },
  '.cm-content': { caretColor: 'var(--ink)', padding: '8px 0' },
  '.cm-cursor': { borderLeftColor: 'var(--ink)', borderLeftWidth: '2px' },
  '.cm-gutters': {
    backgroundColor: 'var(--sheet)',
    color: 'var(--muted)',
    border: '0',
    borderRight: '1px solid var(--rule-soft)',
  },
  '.cm-lineNumbers .cm-gutterElement': { padding: '0 10px 0 12px', cursor: 'pointer' },
  '.cm-activeLine, .cm-activeLineGutter': {
    backgroundColor: 'color-mix(in srgb, var(--ink) 4%, transparent)',
  },
  '.cm-pointed': { backgroundColor: 'var(--kelp-wash)', boxShadow: 'inset 3px 0 var(--kelp)' },
  '&.cm-focused': { outline: '2px solid var(--kelp)', outlineOffset: '-2px' },
  '&.cm-focused > .cm-scroller > .cm-selectionLayer .cm-selectionBackground, .cm-selectionBackground': {
    backgroundColor: 'color-mix(in srgb, var(--kelp) 22%, transparent)',
  },
  '.cm-matchingBracket, &.cm-focused .cm-matchingBracket': {
    backgroundColor: 'var(--kelp-wash)',
    outline: '1px solid var(--rule)',
  },
  '.cm-searchMatch': { backgroundColor: 'color-mix(in srgb, var(--ochre) 28%, transparent)' },
  '.cm-panels': {
    backgroundColor: 'var(--paper)',
    color: 'var(--ink)',
    borderTop: '1px solid var(--rule)',
    fontFamily: 'var(--ui)',
  },
  '.cm-lintRange-error': {
    backgroundImage: 'none',
    textDecoration: 'underline wavy var(--rust) 1px',
    textUnderlineOffset: '3px',
  },
  '.cm-lint-marker-error': {
    content: 'none',
    width: '9px',
    height: '9px',
    margin: '5px 2px',
    border: '1.5px solid var(--rust)',
    background:
      'linear-gradient(45deg, transparent 45%, var(--rust) 45% 55%, transparent 55%), ' +
      'linear-gradient(-45deg, transparent 45%, var(--rust) 45% 55%, transparent 55%)',
  },
  '.cm-tooltip': {
    backgroundColor: 'var(--sheet)',
    color: 'var(--ink)',
    border: '1px solid var(--ink)',
    borderRadius: '2px',
    fontFamily: 'var(--ui)',
  },
  '.cm-diagnostic-error': { borderLeft: '3px solid var(--rust)' },
})

const writing = new Compartment()
const language = new Compartment()
function languageOf(name: string): Extension {
  const ending = name.split('.').at(-1) ?? ''
  const editor = languageOfFile(name)?.editor
  if (editor === 'vue') return vue()
  if (editor === 'html') return html()
  if (ending === 'css') return css()
  if (ending === 'html' || ending === 'svg') return html()
  if (ending === 'json') return json()
  return /^([cm]?[jt]s|[jt]sx)$/.test(ending)
    ? javascript({ typescript: ending.includes('t'), jsx: ending.endsWith('x') || ending === 'js' })
    : []
}
const writes = (): Extension => [
  EditorState.readOnly.of(!editable),
  EditorView.editable.of(editable),
  EditorView.contentAttributes.of({ 'aria-label': label ?? `Text of ${path}`, tabindex: '0' }),
]

const stateOf = (doc: string) =>
  EditorState.create({
    doc,
    extensions: [
      lineNumbers({
        domEventHandlers: {
          click: (_view, block) => {
            emit('line', view!.state.doc.lineAt(block.from).number)
            return true
          },
        },
      }),
      lintGutter(),
      history(),
      drawSelection(),
      indentOnInput(),
      bracketMatching(),
      highlightActiveLine(),
      highlightSelectionMatches(),
      search(),
      pointed,
      look,
      syntaxHighlighting(ink),
      indentUnit.of(mannerOf([doc]).indent),
      keymap.of([
        {
          key: 'Mod-s',
          preventDefault: true,
          run: () => {
            emit('keep')
            return true
          },
        },
        ...defaultKeymap,
        ...historyKeymap,
        ...searchKeymap,
        indentWithTab,
      ]),
      EditorView.updateListener.of((update) => {
        if (update.docChanged) text.value = update.state.doc.toString()
      }),
      EditorView.lineWrapping,
      writing.of(writes()),
      language.of(languageOf(path)),
    ],
  })
function mark() {
  if (!view) return
  const { doc } = view.state
  const diagnostics: Diagnostic[] = problems.flatMap((problem) => {
    if (problem.where?.file !== path || !problem.where.line) return []
    const { from, to, text: said } = doc.line(Math.min(Math.max(1, problem.where.line), doc.lines))
    return [
      {
        from: from + (said.length - said.trimStart().length),
        to,
        severity: 'error' as const,
        message: `${problem.what} ${problem.todo}`,
      },
    ]
  })
  view.dispatch(setDiagnostics(view.state, diagnostics))
}
function goTo() {
  if (!view) return
  const at = line > 0 && line <= view.state.doc.lines ? view.state.doc.line(line).from : undefined
  view.dispatch({
    effects: [
      pointAt.of(line),
      ...(at === undefined ? [] : [EditorView.scrollIntoView(at, { y: 'center' })]),
    ],
  })
}
onMounted(() => {
  view = new EditorView({ state: stateOf(text.value), parent: place.value! })
  mark()
  goTo()
})
onUnmounted(() => view?.destroy())
// another file is another history; the same file with another text keeps its own
watch(
  () => path,
  () => {
    view?.setState(stateOf(text.value))
    mark()
    goTo()
  },
)
watch(
  text,
  (now) => {
    if (view && now !== view.state.doc.toString())
      view.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: now } })
    goTo()
  },
  { flush: 'post' },
)
watch(
  () => editable,
  () => view?.dispatch({ effects: writing.reconfigure(writes()) }),
)
watch(
  () => problems,
  (now, before) => {
    mark()
    // what is told may take room from the text: the line that is being written stays in sight
    if (now.length > before.length && view?.hasFocus)
      requestAnimationFrame(() =>
        view?.dispatch({
          effects: EditorView.scrollIntoView(view.state.selection.main.head, { y: 'nearest', yMargin: 30 }),
        }),
      )
  },
  { flush: 'post' },
)
watch(() => line, goTo, { flush: 'post' })
</script>

<template>
  <div ref="place" class="editor" />
</template>

<style scoped>
.editor {
  min-height: 0;
  min-width: 0;
  border: 1px solid var(--rule);
  overflow: hidden;
}
</style>
