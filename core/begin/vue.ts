import type { Contract } from '../contract/contract'
import { vueParts } from '../languages/vue/script'
import type { SourceSet } from '../read/source/source-set'
import type { SourceText } from '../read/source/source-text'
import { pathLike } from './path'
import { importLine, inManner, mannerOf } from './manner'
import { commonest, summaryOf, type Names, type Wish } from './wish'

/** A Vue component as most of a library's are written: its form of script, its language, its styles. */
export function vueSkeleton(
  sources: SourceSet,
  alike: readonly Contract[],
  names: Names,
  wish: Wish,
): { made: SourceText[]; model: Contract | undefined } {
  const all = alike.map((entry) => ({
    contract: entry,
    parts: vueParts(entry.files[0]!, sources.texts.get(entry.files[0]!) ?? '').descriptor,
  }))
  const setup = commonest(all.map(({ parts }) => parts.scriptSetup !== null)) ?? true
  const lang =
    commonest(
      all.flatMap(({ parts }) =>
        [parts.scriptSetup, parts.script].flatMap((block) => (block ? [block.lang ?? ''] : [])),
      ),
    ) ?? 'ts'
  const style =
    commonest(
      all.map(({ parts }) =>
        parts.styles[0]
          ? parts.styles[0].module
            ? 'module'
            : parts.styles[0].scoped
              ? 'scoped'
              : 'plain'
          : 'none',
      ),
    ) ?? 'scoped'
  const templateFirst =
    commonest(
      all.flatMap(({ parts }) =>
        parts.template && (parts.scriptSetup ?? parts.script)
          ? [parts.template.loc.start.offset < (parts.scriptSetup ?? parts.script)!.loc.start.offset]
          : [],
      ),
    ) ?? false
  const { path, model } = pathLike(alike, names, 'src/{Name}.vue')
  const said = summaryOf(wish)
  const typed = lang.startsWith('ts')
  const script = setup
    ? `<script setup${lang ? ` lang="${lang}"` : ''}>
/** ${said} */
defineOptions({ name: '${names.pascal}' })//;
${
  typed
    ? `defineProps<{
  /** Shown without its edge. */
  quiet?: boolean//;
}>()//;`
    : `defineProps({
  /** Shown without its edge. */
  quiet: Boolean,
})//;`
}
</script>`
    : `<script${lang ? ` lang="${lang}"` : ''}>
${typed ? `${importLine(['defineComponent'], 'vue')}\n\n` : ''}/** ${said} */
export default ${typed ? 'defineComponent(' : ''}{
  name: '${names.pascal}',
  props: {
    /** Shown without its edge. */
    quiet: Boolean,
  },
}${typed ? ')' : ''}//;
</script>`
  const named =
    style === 'module'
      ? `:class="[$style.base, quiet && $style.quiet]"`
      : `class="${names.kebab}" :class="{ quiet }"`
  const template = `<template>
  <div ${named}>
    <slot>Nothing in it yet</slot>
  </div>
</template>`
  const base = style === 'module' ? '.base' : `.${names.kebab}`
  const looks =
    style === 'none'
      ? []
      : [
          `<style${style === 'scoped' ? ' scoped' : style === 'module' ? ' module' : ''}>
${base} { padding: 8px 12px; border: 1px solid currentColor; }
${style === 'module' ? '' : base}.quiet { border-color: transparent; }
</style>`,
        ]
  const manner = mannerOf(
    all.flatMap(({ parts }) => [parts.scriptSetup?.content ?? '', parts.script?.content ?? '']),
  )
  const blocks = [...(templateFirst ? [template, script] : [script, template]), ...looks]
  return { made: [{ path, text: `${inManner(blocks.join('\n\n'), manner)}\n` }], model }
}
