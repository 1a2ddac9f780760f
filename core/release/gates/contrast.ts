import type { Gate } from './gate'

/** Every pair of colours reads, and those of every component were seen. */
export const contrastGate: Gate = {
  name: 'contrast',
  title: 'Colours read',
  usual: 'warn',
  screen: 'contrast',
  judge({ contrast: { failing, looked, components } }) {
    const told = [
      failing === 1 && 'one pair of colours does not read',
      failing > 1 && `${failing} pairs of colours do not read`,
      looked < components &&
        `colours of ${components - looked} of ${components} components were not looked at`,
    ].filter((text) => text !== false)
    return told.length ? `${capital(told.join('; '))}.` : undefined
  },
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)
