/**
 * Properties that an element takes over from what it stands in when nothing is declared for it, as the
 * standards say. What a browser does is asked of the browser (`frame/inherits.ts`); this is for those of
 * which it tells nothing.
 */
const inherited = new Set(
  `
accent-color border-collapse caption-side caret-animation caret-color caret-shape clip-rule color
color-interpolation color-interpolation-filters color-scheme cursor direction dominant-baseline empty-cells
fill fill-opacity fill-rule font-family font-feature-settings font-kerning font-language-override
font-optical-sizing font-palette font-size font-size-adjust font-stretch font-style
font-synthesis-small-caps font-synthesis-style font-synthesis-weight font-variant-alternates
font-variant-caps font-variant-east-asian font-variant-emoji font-variant-ligatures font-variant-numeric
font-variant-position font-variation-settings font-weight forced-color-adjust hyphenate-character
hyphenate-limit-chars hyphens image-orientation image-rendering interactivity interpolate-size
letter-spacing line-break line-height list-style-image list-style-position list-style-type marker-end
marker-mid marker-start math-depth math-shift math-style orphans overflow-wrap paint-order pointer-events
print-color-adjust quotes ruby-align ruby-position scrollbar-color shape-rendering speak stroke
stroke-dasharray stroke-dashoffset stroke-linecap stroke-linejoin stroke-miterlimit stroke-opacity
stroke-width tab-size text-align text-align-last text-anchor text-autospace text-box-edge
text-combine-upright text-decoration-skip-ink text-emphasis-color text-emphasis-position text-emphasis-style
text-indent text-justify text-orientation text-rendering text-shadow text-size-adjust text-spacing-trim
text-transform text-underline-offset text-underline-position text-wrap-mode text-wrap-style visibility
white-space-collapse widows word-break word-spacing writing-mode -webkit-border-horizontal-spacing
-webkit-border-vertical-spacing -webkit-font-smoothing -webkit-locale -webkit-tap-highlight-color
-webkit-text-fill-color -webkit-text-security -webkit-text-stroke-color -webkit-text-stroke-width
`
    .trim()
    .split(/\s+/),
)

/** Whether a longhand is inherited. Custom properties are, unless they were registered otherwise. */
export const isInherited = (property: string): boolean => inherited.has(property)
