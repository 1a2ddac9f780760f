// What the benchmark of ways of getting there needs of the application.
export { hold } from '~~/server/evidence/channel'
export { goWay } from '~~/server/evidence/way'
export { bareSurround } from '~~/core/surround'
export { finderSource } from '~~/tests/fixtures/finder'
