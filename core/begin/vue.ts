import type { Contract } from '../contract/contract'
import { vueParts } from '../languages/vue/script'
import type { SourceSet } from '../read/source/source-set'
import type { SourceText } from '../read/source/source-text'
import { pathLike } from './path'
import { importLine, inManner, mannerOf } from './manner'
import { commonest, summaryOf, type Names, type Wish } from './wish'

type Parts = ReturnType<typeof vueParts>['descriptor']

/** How the Vue components of a library are written, as most of them are. */
interface Habit {
  hasSetup: boolean
  lang: string
  style: 'none' | 'module' | 'scoped' | 'plain'
  isTemplateFirst: boolean
}

/** A Vue component as most of a library's are written: its form of script, its language, its styles. */
export function vueSkeleton(
  sources: SourceSet,
  alike: readonly Contract[],
  names: Names,
  wish: Wish,
): { made: SourceText[]; model: Contract | undefined } {
  const all = alike.map(({ files }) => vueParts(files[0]!, sources.texts.get(files[0]!) ?? '').descriptor)
  const habit = habitOf(all)
  const { path, model } = pathLike(alike, names, 'src/{Name}.vue')
  const [script, template] = [scriptIn(habit, names, summaryOf(wish)), templateIn(habit, names)]
  const blocks = [
    ...(habit.isTemplateFirst ? [template, script] : [script, template]),
    ...looksIn(habit, names),
  ]
  const manner = mannerOf(
    all.flatMap((parts) => [parts.scriptSetup?.content ?? '', parts.script?.content ?? '']),
  )
  return { made: [{ path, text: `${inManner(blocks.join('\n\n'), manner)}\n` }], model }
}

function habitOf(all: readonly Parts[]): Habit {
  const languages = all.flatMap(({ scriptSetup, script }) =>
    [scriptSetup, script].flatMap((block) => (block ? [block.lang ?? ''] : [])),
  )
  const firsts = all.flatMap(({ template, scriptSetup, script }) => {
    const block = scriptSetup ?? script
    return template && block ? [template.loc.start.offset < block.loc.start.offset] : []
  })
  return {
    hasSetup: commonest(all.map(({ scriptSetup }) => scriptSetup !== null)) ?? true,
    lang: commonest(languages) ?? 'ts',
    style: commonest(all.map(styleOf)) ?? 'scoped',
    isTemplateFirst: commonest(firsts) ?? false,
  }
}

function styleOf({ styles: [first] }: Parts): Habit['style'] {
  if (!first) return 'none'
  return first.module ? 'module' : first.scoped ? 'scoped' : 'plain'
}

function scriptIn({ hasSetup, lang }: Habit, names: Names, said: string): string {
  const isTyped = lang.startsWith('ts')
  const language = lang ? ` lang="${lang}"` : ''
  const props = isTyped
    ? `defineProps<{
  /** Shown without its edge. */
  quiet?: boolean//;
}>()//;`
    : `defineProps({
  /** Shown without its edge. */
  quiet: Boolean,
})//;`
  if (hasSetup)
    return `<script setup${language}>
/** ${said} */
defineOptions({ name: '${names.pascal}' })//;
${props}
</script>`
  return `<script${language}>
${isTyped ? `${importLine(['defineComponent'], 'vue')}\n\n` : ''}/** ${said} */
export default ${isTyped ? 'defineComponent(' : ''}{
  name: '${names.pascal}',
  props: {
    /** Shown without its edge. */
    quiet: Boolean,
  },
}${isTyped ? ')' : ''}//;
</script>`
}

function templateIn({ style }: Habit, names: Names): string {
  const named =
    style === 'module'
      ? `:class="[$style.base, quiet && $style.quiet]"`
      : `class="${names.kebab}" :class="{ quiet }"`
  return `<template>
  <div ${named}>
    <slot>Nothing in it yet</slot>
  </div>
</template>`
}

function looksIn({ style }: Habit, names: Names): string[] {
  if (style === 'none') return []
  const base = style === 'module' ? '.base' : `.${names.kebab}`
  return [
    `<style${style === 'plain' ? '' : ` ${style}`}>
${base} { padding: 8px 12px; border: 1px solid currentColor; }
${style === 'module' ? '' : base}.quiet { border-color: transparent; }
</style>`,
  ]
}
