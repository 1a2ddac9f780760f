import { extentOf, giveRoom } from './extent'
import { parent } from './house'
import { inTask } from './native'
import { moment, say, showing } from './say'
import { stage } from './stage'

const frame = requestAnimationFrame.bind(window)
const later = setTimeout.bind(window)

/** Says that what was asked is on the screen: after the frame in which it is painted. */
export function tellPainted(): void {
  const seq = showing.seq
  frame(() => {
    inTask(() => {
      say.post({ say: 'painted', seq, at: moment() })
      tellSize()
    })
  })
  for (const wait of laterSizes) later(() => showing.seq === seq && tellSize(), wait)
}

/** Milliseconds after which a component is measured again that shows what it has a little later. */
const laterSizes = [250, 1000]
/** Says how large the component is; one that brings no size of its own gets some room first. */
function tellSize(): void {
  if (!stage.mounted) return
  const { fit } = stage.around
  let size = extentOf(stage.place, fit)
  while (fit && giveRoom(parent, size)) size = extentOf(stage.place, fit)
  const now = `${size.width} ${size.height}`
  if (now !== told) say.post({ say: 'size', ...size })
  told = now
}
/** The size that was said last of the component that is shown. */
let told = ''
const sizes = new ResizeObserver(() => inTask(tellSize))

/** Forgets what was said of the size before: another component is measured from here on. */
export function measureAnew(): void {
  told = ''
  sizes.disconnect()
  sizes.observe(parent)
  if (stage.place !== parent) for (const child of parent.children) sizes.observe(child)
}
