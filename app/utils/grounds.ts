import { themeGround } from '~~/core/surround'

/** What a component may stand on. */
export const grounds = [
  { value: themeGround, title: 'the theme’s ground' },
  { value: '#FFFFFF', title: 'white' },
  { value: '#F6F4EE', title: 'paper' },
  { value: '#8A8F8E', title: 'grey' },
  { value: '#101A20', title: 'night' },
]
