// What a list of times comes to.
export const median = (list) => list.toSorted((a, b) => a - b)[Math.floor(list.length / 2)]

export const share = (list, at) =>
  list.toSorted((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * at))]

export const round = (n) => Math.round(n * 1000) / 1000
