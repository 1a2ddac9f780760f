import DOMPurify from 'dompurify'
import { markdown } from '~~/core/guide/words'

export { wordsParts } from '~~/core/guide/words'

/** Markdown as safe HTML: no HTML of its own gets through, and what is made is cleaned once more. */
export const renderMarkdown = (text: string): string =>
  DOMPurify.sanitize(markdown.render(text), { ADD_ATTR: ['target'], FORBID_TAGS: ['img', 'style', 'form'] })
