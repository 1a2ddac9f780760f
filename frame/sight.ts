import { sightMatrix, type Sight } from '../core/contrast/vision'

// How the page looks to people who see colours otherwise.

const name = 'kept-sight'
const space = 'http://www.w3.org/2000/svg'
const drawing = document.createElementNS(space, 'svg')
drawing.setAttribute('data-kept-sight', '')
drawing.setAttribute('aria-hidden', 'true')
drawing.style.cssText = 'position: fixed; width: 0; height: 0;'
const filter = document.createElementNS(space, 'filter')
filter.id = name
const matrix = document.createElementNS(space, 'feColorMatrix')
filter.append(matrix)
drawing.append(filter)

/** Shows the whole page as it looks to somebody who sees so. */
export function seeAs(sight: Sight): void {
  const { style } = document.documentElement
  style.filter = sight === 'usual' ? '' : `url(#${name})`
  if (sight === 'usual') return drawing.remove()
  matrix.setAttribute('values', sightMatrix(sight))
  document.documentElement.append(drawing)
}
