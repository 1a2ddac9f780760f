import { cellStyle } from './cells'
import { providedStyles } from './provide'

/** Tokens of the themes, as the interface sends them. */
export const themes = new CSSStyleSheet()
/** What the frame’s own page looks like, before any theme. */
export const house = new CSSStyleSheet()
house.replaceSync(`
  html {
    height: 100%;
  }
  body {
    margin: 0;
    min-height: 100%;
    box-sizing: border-box;
    display: grid;
    align-content: safe center;
    justify-content: safe center;
    padding: 24px 16px;
  }
  html:has(body[data-fit]) { overflow: hidden; }
  body[data-fit] {
    min-height: 0;
    display: block;
    padding: 0;
    inline-size: max-content;
    max-inline-size: 100vw;
  }
  [data-kept-region] { padding: 16px; background: Canvas; color: CanvasText; }
  #parent { box-sizing: border-box; min-inline-size: 0; max-inline-size: 100%; }
  ${cellStyle}
`)
document.adoptedStyleSheets = [house, themes, providedStyles]
/** What a component stands in. */
export const parent = document.createElement('div')
parent.id = 'parent'
document.body.append(parent)
