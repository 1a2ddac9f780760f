import type { Contract, Member } from '../../contract/contract'
import { vue } from '../../languages/vue/language'
import { vueParts } from '../../languages/vue/script'
import { placesFrom, readStyles } from '../custom-elements/styles'
import type { CheckedTypes } from '../source/checked-types'
import { readComponentFiles, type FileReading } from '../source/component-files'
import { readKeys } from '../source/keys'
import { reachedFrom } from '../source/reached'
import { doesNotParse, nameOfFile, type Reading } from '../source/reading'
import type { SourceSet } from '../source/source-set'
import { unreadBlocks } from './blocks'
import { withHandedSlots } from './handed-slots'
import { VueMembers } from './members'
import { readOptionsOf } from './options-form'
import { eventsInScript, slotsInScript } from './script-slots'
import { dressIn } from './scoped-sheets'
import { readVueScripts } from './scripts'
import { SetupScript } from './setup'
import { camel, readVueTemplate } from './template'
import { markUnfired } from './unfired'

type Parts = ReturnType<typeof vueParts>['descriptor']

/** Reads the contracts of Vue components, in files of their own and in plain scripts. */
export function readVue(sources: SourceSet, types: CheckedTypes): Reading {
  const files = readComponentFiles(sources, vue.endings, (path, text) =>
    sources.once(`vue ${path}`, [path], () => readFile(sources, types, path, text)),
  )
  const scripts = readVueScripts(sources, types, new Set(files.contracts.map(({ tag }) => tag)))
  const contracts = withHandedSlots(sources, files.contracts, (path, used) =>
    fileOfComponent(sources, path, used),
  )
  return {
    contracts: [...contracts, ...scripts.contracts],
    problems: [...files.problems, ...scripts.problems],
  }
}

function readFile(sources: SourceSet, types: CheckedTypes, path: string, text: string): FileReading {
  const { descriptor, errors } = vueParts(path, text)
  if (errors.length) return { problems: [doesNotParse(path, errors[0]!.line, errors[0]!.text)] }
  return {
    problems: unreadBlocks(path, descriptor),
    contract: contractOf(new VueMembers(sources, types), path, descriptor),
  }
}

function contractOf(members: VueMembers, path: string, parts: Parts): Contract {
  const { sources } = members
  const script = sources.scripts.get(path)
  if (script) {
    new SetupScript(members).read(script)
    readOptionsOf(members, path)
    members.takeFromScript(slotsInScript(sources, [script]), eventsInScript(sources, [script]))
  }
  const template = readVueTemplate(parts, path, members.inherits)
  takeFromTemplate(members, template)
  if (script && parts.scriptSetup) markUnfired(members, script, template.expressions)
  const keys = [...template.keys, ...(script ? readKeys(sources, reachedFrom(sources, [script])) : [])]
  const all: Member[] = [
    ...members.toldProps(),
    ...[...members.slots.values()].sort((a, b) => Number(a.name !== '') - Number(b.name !== '')),
    ...members.events.values(),
    ...dressingOf(parts, path),
    ...members.methods.values(),
    ...new Map(keys.map((key) => [key.name, key])).values(),
    ...(template.handedOn ? [template.handedOn] : []),
  ]
  const name = members.name ?? nameOfFile(path)
  return {
    tag: name,
    language: 'vue',
    className: name,
    exportName: 'default',
    exported: true,
    place: { file: path, line: (parts.scriptSetup ?? parts.script ?? parts.template)?.loc.start.line ?? 1 },
    summary: members.summary,
    ...(members.deprecated !== undefined ? { deprecated: members.deprecated } : {}),
    members: all,
    uses: template.uses.flatMap((use) => {
      const file = fileOfComponent(sources, path, use.name)
      return file ? [{ tag: file, place: use.place }] : []
    }),
    files: [path],
  }
}

/** Slots and events of the template, joined with those that were declared. */
function takeFromTemplate({ slots, events }: VueMembers, template: ReturnType<typeof readVueTemplate>): void {
  for (const slot of template.slots) {
    const known = slots.get(slot.name)
    if (!known) slots.set(slot.name, slot)
    else
      slots.set(slot.name, {
        ...known,
        fallback: known.fallback || slot.fallback,
        place: known.fallback ? known.place : slot.place,
        ...(known.passes?.length ? {} : slot.passes ? { passes: slot.passes } : {}),
      })
  }
  for (const { name, place } of template.emits)
    if (!events.has(name))
      events.set(name, {
        kind: 'event',
        name,
        place,
        known: 'inferred',
        disagreements: [],
        bubbles: false,
        composed: false,
        cancelable: false,
      })
}

/** Custom properties that its styles read, and states of the browser they ask for. */
function dressingOf({ styles }: Parts, path: string): Member[] {
  const read = styles
    .filter((style) => !style.lang || style.lang === 'css')
    .map((style) =>
      readStyles(style.content, placesFrom({ file: path, line: style.loc.start.line }, style.content)),
    )
  return dressIn(read)
}

/**
 * The file a component's name in the template leads to, through the imports of the script or its
 * `components` option.
 */
function fileOfComponent(sources: SourceSet, path: string, used: string): string | undefined {
  const pascal = camel(used).replace(/^./, (letter) => letter.toUpperCase())
  for (const name of [used, pascal, camel(used)]) {
    const from = sources.importOf(path, name)
    if (!from) continue
    const file = sources.resolve(path, from.from)
    if (file?.endsWith('.vue')) return file
    const found = file ? sources.lookUpExport(file, from.name) : undefined
    return found?.file
  }
  return undefined
}
