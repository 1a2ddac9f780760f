import { randomBytes } from 'node:crypto'
import { getCookie, type H3Event } from 'h3'
import { defineNitroPlugin } from 'nitropack/runtime'
import { sessionName } from '../auth/session'
import { settings } from '../config'
import { firstFilesOf, pageFiles } from '../first-files'

/**
 * Pages tell a browser what they need before their script runs: their own files, the answers they begin with,
 * and for a bench the frame its component is shown in. To whoever is not signed in they tell nothing: what
 * they see is the page for signing in.
 */
export default defineNitroPlugin((nitro) => {
  const pages = pageFiles()
  nitro.hooks.hook('render:html', (html, { event }) => {
    if (!isSignedIn(event)) return
    const { scripts, sheets, answers, isBench } = firstFilesOf(pages, event.path.split('?')[0]!)
    html.head.push(
      ...scripts.map((file) => `<link rel="modulepreload" as="script" crossorigin href="/_nuxt/${file}">`),
      ...sheets.map((file) => `<link rel="preload" as="style" crossorigin href="/_nuxt/${file}">`),
      ...answers.map((address) => `<link rel="preload" as="fetch" crossorigin href="${address}">`),
    )
    if (isBench) html.bodyAppend.unshift(frameMadeReady())
  })
})

const isSignedIn = (event: H3Event): boolean => getCookie(event, sessionName) !== undefined

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
