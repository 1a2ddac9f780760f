/** A drawing as the address of a picture, in which nothing of it runs or loads anything. */
export const pictureOf = (svg: string): string => {
  const named = /^\s*<svg[^>]*\sxmlns=/.test(svg)
    ? svg
    : svg.replace(/<svg/, '<svg xmlns="http://www.w3.org/2000/svg"')
  return `data:image/svg+xml,${encodeURIComponent(named.trim())}`
}

/** Pixels of the square in which a glyph is measured. */
const side = 64

/** How much of its square a glyph paints, and how long the longer side of that is; both as shares. */
export async function inkOf(svg: string): Promise<{ ink: number; reach: number }> {
  const image = new Image()
  // a size of its own in units of text is none in a picture
  image.src = pictureOf(
    svg
      .replace(/(<svg[^>]*?)\s(?:width|height)="[^"]*"/, '$1')
      .replace(/(<svg[^>]*?)\s(?:width|height)="[^"]*"/, '$1'),
  )
  await image.decode().catch(() => undefined)
  const canvas = new OffscreenCanvas(side, side)
  const context = canvas.getContext('2d', { willReadFrequently: true })
  if (!context || image.width === 0) return { ink: 0, reach: 0 }
  context.drawImage(image, 0, 0, side, side)
  const { data } = context.getImageData(0, 0, side, side)
  let ink = 0
  const [columns, rows] = [new Set<number>(), new Set<number>()]
  for (let i = 3; i < data.length; i += 4) {
    ink += data[i]! / 255
    if (data[i]! < 64) continue
    columns.add(((i - 3) / 4) % side)
    rows.add(Math.floor((i - 3) / 4 / side))
  }
  return { ink: ink / (side * side), reach: Math.max(spread(columns), spread(rows)) / side }
}
const spread = (places: ReadonlySet<number>): number =>
  places.size ? Math.max(...places) - Math.min(...places) + 1 : 0

/** The units in which a drawing is made, `16 × 16`. */
export function gridOf(svg: string): string {
  const box = /viewBox="([^"]*)"/
    .exec(svg)?.[1]
    ?.trim()
    .split(/[\s,]+/)
  return box?.length === 4 ? `${box[2]} × ${box[3]}` : 'no grid of its own'
}
