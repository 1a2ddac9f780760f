import { filledIn, valueFilledIn } from '../core/code/slot-props'
import { takeRoomBack } from './extent'
import { parent } from './house'
import { componentOf, moduleFor } from './loading'
import { mountComponent } from './mount'
import { placeIn, prepareApp, wrapElement } from './provide'
import type { ToFrame } from './protocol'
import { recording } from './recording'
import { tellAnswer, tellEvent, tellFailure, tellFired } from './say'
import { measureAnew } from './sizes'
import { stage } from './stage'

/** What people provide fails as theirs, and leaves what there was. */
function asProvided<T>(run: () => T, otherwise: T): T {
  try {
    return run()
  } catch (error) {
    tellFailure('provide', error)
    return otherwise
  }
}
/** Puts what was asked to be shown in its place, instead of what was there. */
export function mount({ tag, usage: asked, listen }: Extract<ToFrame, { say: 'show' }>): void {
  const usage = recording(asked)
  stage.mounted?.end()
  stage.mounted = undefined
  if (stage.around.fit) takeRoomBack(parent)
  stage.hasFailed = false
  stage.mounted = mountComponent({
    tag,
    module: moduleFor(tag),
    parent: stage.place,
    usage,
    listen,
    tools: {
      prepareApp: (app) => asProvided(() => prepareApp(app), undefined),
      wrapElement: (element, tools) => asProvided(() => wrapElement(element, tools), element),
      componentOf,
      filledIn,
      valueFilledIn,
      fired: tellFired,
      failed: (error) => {
        stage.hasFailed = true
        tellFailure('render', error)
      },
    },
    heard: tellEvent,
    answered: tellAnswer,
  })
  measureAnew()
}

/** Makes what the component stands in anew, and the component in it. */
export function standAnew(): void {
  const again = stage.mounted && stage.shown
  stage.mounted?.end()
  stage.mounted = undefined
  parent.replaceChildren()
  stage.place = placeIn(parent, stage.around.regions)
  try {
    if (again) mount(again)
  } catch (error) {
    tellFailure('render', error)
  }
}
