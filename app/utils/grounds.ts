/** What a component may stand on. The first is CSS's own ground for a page, which follows the theme's colour scheme. */
export const themeGround = 'Canvas'
export const grounds = [
  { value: themeGround, title: 'the theme’s ground' },
  { value: '#FFFFFF', title: 'white' },
  { value: '#F6F4EE', title: 'paper' },
  { value: '#8A8F8E', title: 'grey' },
  { value: '#101A20', title: 'night' },
]

/** A ground from an address: one of ours, or a plain colour. */
export const groundFrom = (value: unknown): string => (typeof value === 'string' && /^#[0-9a-f]{3,8}$/i.test(value) ? value : themeGround)
