/** The shapes of our own API's answers: the only types for what crosses HTTP, on both sides. */
export * from './wire/common'
export * from './wire/people'
export * from './wire/library'
export * from './wire/component'
export * from './wire/accessible'
export * from './wire/evidence'
export * from './wire/releases'
export * from './wire/source'
