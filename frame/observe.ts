import { withFunctions } from '../core/code/functions'
import { filledIn, valueFilledIn } from '../core/code/slot-props'
import type { Usage } from '../core/code/usage'
import type { Case, Observation } from '../core/evidence/observation'
import type { ComponentModule, Tools } from './adapters/adapter'
import { mountComponent } from './mount'
import { mark } from './held'
import { adopt, adoptedIn } from './native'
import { placeIn, prepareApp, wrapElement } from './provide'
import { ask, rootsIn, writeSheets } from './sheets'
import { marksFor } from '../core/style/held'
import { endMoving, look, Moments, noteMoving, type Place } from './looking'
import { printOf } from './print'
import { actAll, keepFocus, stay } from './acting'
import { keepTime, passTime } from './clock'
import { Clock, during } from './whose-time'
import { drawnOnce, later } from './drawing'
import { componentIn } from './placed'
import { showing } from './say'
import { Elsewhere, Watch } from './watch'

/** Looks at ways of showing a component, one beside the other and out of sight, and says what is there. */

/** Milliseconds that go by for components until they are looked at, and that they really have. */
const [untilLook, reallyUntilLook] = [48, 25]
/**
 * Until what was asked of components is done: two frames of the browser, or a moment where it draws none, and
 * as much time of theirs as somebody would not notice.
 */
async function settle(places: readonly Place[]): Promise<void> {
  await Promise.all([later(reallyUntilLook), drawnOnce()])
  for (const { clock } of places) await passTime(clock, untilLook)
  await drawnOnce()
}
/**
 * Cases that stand there at once, and are looked at in one go: no longer than somebody waits who asks whether
 * we are still there.
 */
const atOnce = 24
/** Milliseconds that go by for a component that is looked at by itself, and that it really has. */
const [whileAlone, reallyAlone] = [12_000, 250]
/** Nothing moves while it is looked at: what is on its way from one look to another would be neither. */
const still = new CSSStyleSheet()
still.replaceSync(
  '*, ::before, ::after { transition: none !important; animation-play-state: paused !important; ' +
    'caret-color: transparent !important; }',
)
const holdStill = () => {
  for (const root of rootsIn()) if (!adoptedIn(root).includes(still)) adopt(root, [...adoptedIn(root), still])
}
const letMove = () => {
  for (const root of rootsIn())
    if (adoptedIn(root).includes(still))
      adopt(
        root,
        adoptedIn(root).filter((sheet) => sheet !== still),
      )
}

export async function observe(
  tag: string,
  module: Partial<ComponentModule> | undefined,
  componentOf: Tools['componentOf'],
  cases: readonly Case[],
  listen: string[],
  reads: readonly string[],
  tell: (seen: Observation[]) => void,
  goOn: () => boolean,
): Promise<void> {
  window.addEventListener('click', stay, true)
  window.addEventListener('submit', stay, true)
  const giveBack = keepFocus()
  const giveTimeBack = keepTime()
  showing.isTrying = true
  const area = document.createElement('div')
  area.style.cssText = `position: relative; inline-size: ${Math.max(420, innerWidth - 40)}px`
  document.body.append(area)
  const elsewhere = new Elsewhere(area)
  const putAll = async (group: readonly Case[]): Promise<Place[]> => {
    const places: Place[] = []
    for (const trialCase of group) {
      const clock = new Clock(trialCase.steady)
      const place = await during(clock, () => put(area, tag, module, componentOf, trialCase, listen, clock))
      elsewhere.addTo(place.elsewhere)
      places[places.length] = place
    }
    return places
  }
  try {
    for (const group of groupsOf(cases)) {
      if (!goOn()) break
      const standing = { title: document.title, children: [...document.body.children] }
      const places = await putAll(group)
      await treat(places, elsewhere)
      tell(await lookAtAll(places, reads))
      end(places)
      // what one that stood alone left behind is not what the next does
      document.title = standing.title
      for (const child of document.body.children) if (!standing.children.includes(child)) child.remove()
    }
  } finally {
    area.remove()
    elsewhere.end()
    giveTimeBack()
    giveBack()
    showing.isTrying = false
    window.removeEventListener('click', stay, true)
    window.removeEventListener('submit', stay, true)
  }
}

/** Does to components that stand there what their cases say. */
async function treat(places: readonly Place[], elsewhere: Elsewhere): Promise<void> {
  ask({
    states: places.flatMap(({ item: trialCase }) => {
      const { own, around } = marksFor(trialCase.held)
      return [...own, ...around]
    }),
    preferences: {},
  })
  await settle(places)
  if (await showNext(places, elsewhere)) await settle(places)
  mark(
    places.map(({ item: trialCase, parent }) => ({
      component: componentIn(parent),
      within: parent,
      states: trialCase.held,
      on: '',
      everywhere: trialCase.everywhere ?? false,
    })),
  )
  writeSheets()
  for (const place of places) place.watch.isChanged(place.elsewhere)
  if (places.some(({ item }) => item.acts.length)) {
    await actAll(places, elsewhere)
    await settle(places)
  }
  if (places[0]?.item.alone) await waitAlone(places[0])
}

/** Holds everything still, and looks at some places after the other. */
async function lookAtAll(places: readonly Place[], reads: readonly string[]): Promise<Observation[]> {
  noteMoving(places)
  endMoving()
  holdStill()
  const seen = look(places, reads)
  // whoever asks whether we are still there gets an answer
  await later(0)
  return seen
}

function end(places: readonly Place[]): void {
  mark([])
  for (const { form, mounted, clock, watch } of places) {
    clock.end()
    watch.end()
    try {
      mounted?.end()
    } catch {
      /* what cannot end goes with its place */
    }
    form.remove()
  }
  letMove()
}

/** What a component does later that is alone in its page. */
async function waitAlone(place: Place): Promise<void> {
  await passTime(place.clock, whileAlone)
  await during(place.clock, () => later(reallyAlone))
  await passTime(place.clock, untilLook)
}

/** Cases that are looked at together: those by themselves alone, the others so many at a time. */
function groupsOf(cases: readonly Case[]): Case[][] {
  const together = cases.filter(({ alone }) => !alone)
  const groups: Case[][] = []
  for (let from = 0; from < together.length; from += atOnce) groups.push(together.slice(from, from + atOnce))
  return [...groups, ...cases.filter(({ alone }) => alone).map((trialCase) => [trialCase])]
}

/** Shows those another way that are to be; says whether there were any. */
async function showNext(places: readonly Place[], elsewhere: Elsewhere): Promise<boolean> {
  const changing = places.filter(({ item, mounted }) => item.next && mounted)
  for (const place of changing) {
    try {
      if (!(await during(place.clock, () => place.mounted!.update(place.item.next!))))
        place.failed = 'it has to be made anew to be shown another way'
    } catch (error) {
      place.failed = String(error)
    }
    elsewhere.addTo(place.elsewhere)
  }
  return changing.length > 0
}

function put(
  area: HTMLElement,
  tag: string,
  module: Partial<ComponentModule> | undefined,
  componentOf: Tools['componentOf'],
  testCase: Case,
  listen: string[],
  clock: Clock,
): Place {
  const place = emptyPlace(area, testCase, clock)
  const heard = (name: string, carried: unknown) => {
    if (place.fired.size < 100) place.fired.add(`${name} ${printOf(carried)}`.slice(0, 300))
  }
  try {
    place.mounted = mountComponent({
      tag,
      module,
      parent: place.parent,
      usage: hearing(testCase.usage, heard),
      listen,
      tools: {
        prepareApp,
        wrapElement,
        componentOf,
        filledIn,
        valueFilledIn,
        fired: (name, values) => heard(name, values.map(withoutEvent)),
        failed: (error) => {
          place.failed = String(error)
        },
      },
      heard: (event) => {
        if (event.type !== 'focusin')
          heard(event.type, event instanceof CustomEvent ? event.detail : undefined)
      },
    })
    const component = componentIn(place.parent)
    if (component instanceof HTMLElement)
      for (const [name, value] of Object.entries(testCase.sets)) component.style.setProperty(name, value)
  } catch (error) {
    place.failed = String(error)
  }
  return place
}

/** A place for a case, in which nothing stands yet. */
function emptyPlace(area: HTMLElement, testCase: Case, clock: Clock): Place {
  const form = document.createElement('form')
  // all stand in the same place: what asks where it stands, or how much room there is, is told the same
  form.style.cssText = 'position: absolute; inset-block-start: 0; inset-inline: 0'
  const outer = document.createElement('div')
  form.append(outer)
  area.append(form)
  const parent = placeIn(outer)
  return {
    item: testCase,
    form,
    parent,
    mounted: undefined,
    failed: undefined,
    fired: new Set(),
    answered: new Set(),
    answers: [],
    focused: [],
    moving: '',
    clock,
    watch: new Watch(parent),
    elsewhere: new Set(),
    moments: new Moments(),
    steps: 0,
  }
}

/** A usage whose functions tell when they are called, and with what. */
function hearing(usage: Usage, heard: (name: string, carried: unknown) => void): Usage {
  const { functions } = usage
  if (!functions) return usage
  const recorderOf =
    (name: string) =>
    (...values: unknown[]) =>
      heard(
        `${name}()`,
        values.map((value) => (value instanceof Event ? 'event' : value)),
      )
  return { ...usage, props: withFunctions(usage.props, functions, recorderOf) }
}

/** What an event carries is another each time: that it was one is enough. */
const withoutEvent = (value: unknown): unknown =>
  value instanceof Event || (typeof value === 'object' && value !== null && 'nativeEvent' in value)
    ? 'event'
    : value
