import { inManner, mannerOf } from '../../begin/manner'
import { pathLike } from '../../begin/path'
import { commonest, summaryOf } from '../../begin/wish'
import type { Skeleton, SkeletonInput } from '../source'

const ofTypes = /<script[^>]*\blang=["']?(?:ts|typescript)\b/
const ofSnippets = /\$props\s*\(/

/** A Svelte component as most of a library's are written: with runes or without, typed or not. */
export function svelteSkeleton({ sources, alike, names, wish }: SkeletonInput): Skeleton {
  const texts = alike.map((contract) => sources.texts.get(contract.files[0]!) ?? '')
  const isTyped = commonest(texts.map((text) => ofTypes.test(text))) ?? true
  const hasRunes = commonest(texts.map((text) => ofSnippets.test(text))) ?? true
  const { path, model } = pathLike(alike, names, 'src/{Name}.svelte')
  const pieces = [
    `<!-- @component ${summaryOf(wish)} -->`,
    hasRunes ? scriptWithRunes(isTyped) : scriptWithExports(isTyped),
    `<div class="${names.kebab}" class:quiet>\n  ${hasRunes ? snippet : slot}\n</div>`,
    `<style>
  .${names.kebab} { padding: 8px 12px; border: 1px solid currentColor; }
  .quiet { border-color: transparent; }
</style>`,
  ]
  // what is no script is blank in them, and says nothing of how it is written
  const scripts = alike.map((contract) =>
    (sources.scripts.get(contract.files[0]!)?.text ?? '').replace(/^[ \t]+$/gm, ''),
  )
  return { made: [{ path, text: `${inManner(pieces.join('\n\n'), mannerOf(scripts))}\n` }], model }
}

const snippet = '{#if children}{@render children()}{:else}Nothing in it yet{/if}'
const slot = '<slot>Nothing in it yet</slot>'

const scriptWithRunes = (isTyped: boolean): string =>
  isTyped
    ? `<script lang="ts">
  import type { Snippet } from 'svelte'//;

  interface Props {
    /** Shown without its edge. */
    quiet?: boolean//;
    /** What it holds. */
    children?: Snippet//;
  }
  let { quiet = false, children }: Props = $props()//;
</script>`
    : `<script>
  let {
    /** Shown without its edge. */
    quiet = false,
    /** What it holds. */
    children,
  } = $props()//;
</script>`

const scriptWithExports = (isTyped: boolean): string =>
  `<script${isTyped ? ' lang="ts"' : ''}>
  /** Shown without its edge. */
  export let quiet${isTyped ? ': boolean' : ''} = false//;
</script>`
