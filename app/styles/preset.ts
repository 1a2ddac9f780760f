import { definePreset } from '@primeuix/themes'
import base from '@primeuix/themes/aura/base'
import button from '@primeuix/themes/aura/button'
import checkbox from '@primeuix/themes/aura/checkbox'
import colorpicker from '@primeuix/themes/aura/colorpicker'
import datepicker from '@primeuix/themes/aura/datepicker'
import dialog from '@primeuix/themes/aura/dialog'
import inputnumber from '@primeuix/themes/aura/inputnumber'
import inputtext from '@primeuix/themes/aura/inputtext'
import listbox from '@primeuix/themes/aura/listbox'
import menu from '@primeuix/themes/aura/menu'

/**
 * The components that are named in nuxt.config.ts, and what they are made of: each page loads all of this.
 */
const components = {
  button,
  checkbox,
  colorpicker,
  datepicker,
  dialog,
  inputnumber,
  inputtext,
  listbox,
  menu,
}

const paper = {
  0: 'var(--sheet)',
  50: 'var(--paper)',
  100: 'var(--paper)',
  200: 'var(--rule-soft)',
  300: 'var(--rule)',
  400: 'var(--muted)',
  500: 'var(--muted)',
  600: 'var(--muted)',
  700: 'var(--ink)',
  800: 'var(--ink)',
  900: 'var(--ink)',
  950: 'var(--ink)',
}
const kelp = Object.fromEntries(
  [50, 100, 200, 300, 400, 500, 600, 700, 800, 900, 950].map((step) => [
    step,
    step < 200 ? 'var(--kelp-wash)' : 'var(--kelp)',
  ]),
)
const scheme = {
  surface: paper,
  primary: {
    color: 'var(--kelp)',
    contrastColor: 'var(--on-kelp)',
    hoverColor: 'var(--kelp)',
    activeColor: 'var(--kelp)',
  },
  highlight: {
    background: 'var(--kelp-wash)',
    focusBackground: 'var(--kelp-wash)',
    color: 'var(--ink)',
    focusColor: 'var(--ink)',
  },
  text: {
    color: 'var(--ink)',
    hoverColor: 'var(--ink)',
    mutedColor: 'var(--muted)',
    hoverMutedColor: 'var(--muted)',
  },
  content: {
    background: 'var(--sheet)',
    hoverBackground: 'var(--kelp-wash)',
    borderColor: 'var(--rule)',
    color: 'var(--ink)',
    hoverColor: 'var(--ink)',
  },
  overlay: Object.fromEntries(
    ['select', 'popover', 'modal'].map((text) => [
      text,
      { background: 'var(--sheet)', borderColor: 'var(--ink)', color: 'var(--ink)' },
    ]),
  ),
  formField: {
    background: 'transparent',
    borderColor: 'var(--rule)',
    hoverBorderColor: 'var(--ink)',
    focusBorderColor: 'var(--kelp)',
    color: 'var(--ink)',
    placeholderColor: 'var(--muted)',
    shadow: 'none',
  },
}

/**
 * PrimeVue in our look: paper, hairlines, small corners, one green. Colours come from house.css, light and
 * dark.
 */
export default {
  preset: definePreset(
    { ...base, components },
    {
      primitive: { borderRadius: { none: '0', xs: '2px', sm: '2px', md: '2px', lg: '2px', xl: '2px' } },
      semantic: {
        primary: kelp,
        focusRing: { width: '2px', style: 'solid', color: 'var(--kelp)', offset: '2px' },
        formField: { paddingX: '0.5rem', paddingY: '0.25rem' },
        list: { option: { padding: '0.25rem 0.75rem' } },
        overlay: { popover: { padding: '0.75rem' }, modal: { padding: '1.25rem' } },
        colorScheme: { light: scheme, dark: scheme },
      },
    },
  ),
  options: { darkModeSelector: 'none' },
}
