import { wordsParts } from './markdown'

test('examples in words: a fence marked so names them, a line each; all else is Markdown', () => {
  expect(
    wordsParts('One.\n\n```example\ntone: warn\n dismissible \n```\nTwo.\n\n```html\n<b>example</b>\n```'),
  ).toEqual([
    { is: 'markdown', text: 'One.\n' },
    { is: 'example', name: 'tone: warn' },
    { is: 'example', name: 'dismissible' },
    { is: 'markdown', text: 'Two.\n\n```html\n<b>example</b>\n```' },
  ])
  expect(wordsParts('> ```example\n> quoted\n> ```')).toEqual([
    { is: 'markdown', text: '> ```example\n> quoted\n> ```' },
  ])
  expect(wordsParts('~~~ example\nnever closed')).toEqual([{ is: 'example', name: 'never closed' }])
  expect(wordsParts('')).toEqual([])
})
