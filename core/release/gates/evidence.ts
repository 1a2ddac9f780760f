import type { Gate } from './gate'

/** What is claimed of components was seen in a browser, as they are now. */
export const evidenceGate: Gate = {
  name: 'evidence',
  title: 'What is claimed was seen',
  usual: 'warn',
  screen: 'evidence',
  judge({ evidence: { doubted, claims, unknown, components } }) {
    const told = [
      doubted > 0 && `${doubted} of ${claims} claims had no effect or were not found`,
      unknown > 0 && `${unknown} of ${components} components were not tried as they are now`,
    ].filter((text) => text !== false)
    return told.length ? `${told.join('; ')}.` : undefined
  },
}
