import { randomBytes } from 'node:crypto'
import type { H3Event } from 'h3'
import { defineNitroPlugin } from 'nitropack/runtime'
import { signedIn } from '../auth/session'
import { settings } from '../config'
import { firstFilesOf, pageFiles } from '../first-files'
import { store } from '../store/database'

/**
 * Pages tell a browser what they need before their script runs: their own files, the answers they begin with,
 * and for a bench the frame its component is shown in. To whoever is not signed in they tell nothing: what
 * they see is the page for signing in.
 */
export default defineNitroPlugin((nitro) => {
  const pages = pageFiles()
  nitro.hooks.hook('render:html', async (html, { event }) => {
    if (!(await isSignedIn(event))) return
    const { scripts, sheets, answers, isBench } = firstFilesOf(pages, event.path.split('?')[0]!)
    html.head.push(
      ...scripts.map((file) => `<link rel="modulepreload" as="script" crossorigin href="/_nuxt/${file}">`),
      ...sheets.map((file) => `<link rel="preload" as="style" crossorigin href="/_nuxt/${file}">`),
      ...answers.map((address) => `<link rel="preload" as="fetch" crossorigin href="${address}">`),
    )
    if (isBench) html.bodyAppend.unshift(frameMadeReady())
  })
})

/**
 * Whether somebody is signed in, and not only holds a cookie of before: answers that were fetched for nobody
 * would wait in the page until somebody is.
 */
const isSignedIn = (event: H3Event): Promise<boolean> =>
  signedIn(event, store()).then(
    (person) => person !== undefined,
    () => false,
  )

/**
 * A frame that has its page before anybody asks for it, which `app/composables/ready-frames.ts` takes over.
 * Its name is a site of its own, as with all frames.
 */
function frameMadeReady(): string {
  const name = `r${randomBytes(6).toString('hex')}`
  const source = `${settings().PREVIEW_URL.replace('{frame}', name)}/frame`
  return `<script>{
const frame = document.createElement('iframe')
frame.dataset.ready = ${JSON.stringify(name)}
frame.sandbox = 'allow-scripts'
frame.referrerPolicy = 'no-referrer'
frame.className = 'waiting-frame'
frame.onload = () => { frame.dataset.loaded = '' }
frame.src = ${JSON.stringify(source)}
document.body.append(frame)
}</script>`
}
