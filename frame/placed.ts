// Which element of a place is the component: it may stand in others.

const placed = new WeakMap<Element, HTMLElement>()
const { get, set } = WeakMap.prototype

export const setPlaced = (place: Element, component: HTMLElement): void => {
  Reflect.apply(set, placed, [place, component])
}

/**
 * The element of the component that stands in a place; of one that is no element itself the first it renders.
 */
export function componentIn(place: Element): Element | undefined {
  const component = Reflect.apply(get, placed, [place]) as HTMLElement | undefined
  return component?.isConnected && place.contains(component)
    ? component
    : (place.firstElementChild ?? undefined)
}
