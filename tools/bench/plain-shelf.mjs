// The bare reference for pages of renderings: the same components, each in a frame that holds nothing but it.
import { createServer } from 'node:http'
import { freePort } from '../machine.mjs'

/**
 * Runs in each bare frame: loads the component's module, shows it so many times, says when it was painted.
 */
async function showBare({ module: address, tag, usage, times }) {
  const module = await import(address)
  for (let i = 0; i < times; i++) {
    const place = document.body.appendChild(document.createElement('div'))
    if (module.adapter) {
      const tools = {
        prepareApp: () => undefined,
        wrapElement: (element) => element,
        componentOf: () => undefined,
        filledIn: (text) => text,
        valueFilledIn: (value) => value,
        fired: () => undefined,
        failed: () => undefined,
      }
      module.adapter.mount(module.component, place, usage, [], tools)
    } else {
      const element = document.createElement(tag)
      Object.assign(element, usage.props)
      element.append(tag)
      place.append(element)
    }
  }
  requestAnimationFrame(() => {
    const after = new MessageChannel()
    after.port1.onmessage = () => window.parent.postMessage('painted', '*')
    after.port2.postMessage(0)
  })
}

/** Runs in the page: puts a frame into each place that is near, and notes when the first was painted. */
function showNear(frames) {
  window.drawn = new Promise((resolve) =>
    addEventListener('message', ({ data }) => data === 'painted' && resolve(performance.now())),
  )
  const observer = new IntersectionObserver(
    (entries) => {
      for (const { target, isIntersecting } of entries) {
        if (!isIntersecting) target.replaceChildren()
        else if (!target.firstChild) {
          const frame = document.createElement('iframe')
          frame.sandbox = 'allow-scripts'
          frame.src = `${frames}/${target.id}`
          target.append(frame)
        }
      }
    },
    { rootMargin: '500px' },
  )
  for (const place of document.querySelectorAll('article')) observer.observe(place)
}

const script = (run, argument = '') =>
  `<script type="module">(${run})(${JSON.stringify(argument).replaceAll('<', '\\u003c')})</script>`

const pageOf = (port, entries, height) => `<!doctype html><title>plain</title>
<style>article { display: inline-block; width: 200px; height: ${height}px }
iframe { border: 0; width: 100%; height: 100% }</style>
${entries.map((_, i) => `<article id="${i}"></article>`).join(' ')}
${script(showNear, `http://frames.localhost:${port}`)}`

/**
 * Serves a page with a place for each entry of a shelf that has a module; what is near holds a bare frame
 * with
 * `times` renderings.
 * `entries` are those of the shelf's answer, `preview` the origin their modules come from; gives the address.
 */
export async function plainShelf(entries, preview, { times = 1, height = 220 } = {}) {
  const shown = entries
    .filter(({ rendering }) => rendering.module)
    .map(({ tag, rendering, face }) => ({
      tag,
      module: `${preview}${rendering.module}`,
      usage: { props: {}, slots: {}, ...face },
      times,
    }))
  const port = await freePort()
  const server = createServer((request, response) => {
    const i = /^\/(\d+)$/.exec(request.url)?.[1]
    response.writeHead(200, { 'content-type': 'text/html' })
    response.end(
      i === undefined
        ? pageOf(port, shown, height)
        : `<!doctype html><body>${script(showBare, shown[i])}</body>`,
    )
  })
  await new Promise((resolve) => server.listen(port, '127.0.0.1', resolve))
  return { url: `http://127.0.0.1:${port}/`, close: () => server.close() }
}
