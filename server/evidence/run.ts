import { fork } from 'node:child_process'
import { join } from 'node:path'
import { modulesFor } from '~~/core/code/showing'
import type { Problem } from '~~/core/problem'
import { tokenPrefix } from '~~/core/release/package'
import { themesCss } from '~~/core/tokens/themes'
import { settings } from '../config'
import { log } from '../log'
import { componentsOf } from '../store/components'
import { notify, type Store } from '../store/database'
import { evidenceKey, evidenceOf, evidenceRun, faceOf, keepEvidence, moveEvidence } from '../store/evidence'
import { libraryById } from '../store/libraries'
import { providedFor } from '~~/core/provisions'
import { provisionsOf } from '../store/provisions'
import { themesOf } from '../store/themes'
import type { ToTry, Tried } from './message'

/** Tries the components of a library of which nothing is known as they are now, in a browser of their own, and keeps what was seen of each as it comes. */
export async function runEvidence(db: Store, libraryId: string, id: string): Promise<void> {
  const library = await libraryById(db, libraryId)
  const run = await evidenceRun(db, libraryId)
  if (!library || run?.id !== id || run.state !== 'waiting') return
  const tell = () => notify(db, { library: library.slug, what: 'evidence' })
  const components = library.current_revision ? await componentsOf(db, library.current_revision) : []
  const provisions = await provisionsOf(db, library.id)
  const known = await evidenceOf(db, components, library.prefix, provisions)
  const moduleOf = new Map(components.flatMap(({ tag, build }) => (build?.build ? [[tag, `/m/${build.build}/${build.entry}`]] : [])))
  const problems: Problem[] = []
  const asked = components.filter((one) => !known.has(one.id)).flatMap((one) => {
    const face = faceOf(one, library.prefix)
    const modules = modulesFor(one.tag, face, (tag) => moduleOf.get(tag))
    if (!modules) problems.push({ code: 'not-built', what: `${one.tag} was not tried: there is no rendering of it.`, todo: 'See on its bench why it was not built.' })
    return modules ? [{ component: one, face, modules }] : []
  })
  let done = components.length - asked.length
  if (!(await moveEvidence(db, id, { state: 'running', done, problems }))) return
  await tell()
  const themes = await themesOf(db, library.id)
  const input: ToTry = {
    port: settings().PREVIEW_PORT, css: themesCss(themes, tokenPrefix(library.prefix)).css, theme: themes.find((one) => one.on === null)?.name ?? '', chromium: settings().CHROMIUM,
    components: asked.map(({ component: { tag, contract }, face, modules }) => ({ tag, contract, face, modules, provided: providedFor(provisions, tag, '', [...moduleOf].map(([of, module]) => ({ tag: of, module }))) })), contracts: components.map((one) => one.contract),
  }
  const keys = new Map(asked.map(({ component }) => [component.tag, { id: component.id, key: evidenceKey(component, library.prefix, providedFor(provisions, component.tag)) }]))
  let stopped = false
  if (asked.length) {
    await inBrowser(input, async (tried) => {
      if ('stopped' in tried) {
        problems.push(tried.stopped)
        stopped = true
      } else {
        done++
        if ('problem' in tried) problems.push(tried.problem)
        else await keepEvidence(db, keys.get(tried.tag)!.id, keys.get(tried.tag)!.key, tried.evidence, run.made_by)
      }
      const goesOn = await moveEvidence(db, id, { done, problems })
      await tell()
      return goesOn
    })
  }
  await moveEvidence(db, id, { state: stopped || done < components.length - problems.filter((one) => one.code === 'not-built').length ? 'failed' : 'done', done, problems })
  await tell()
}

/** Runs the process with the browser; `heard` answers whether it is to go on. */
function inBrowser(input: ToTry, heard: (tried: Tried) => Promise<boolean>): Promise<void> {
  const child = fork(join(process.env.KEPT_SHELF_ROOT ?? process.cwd(), '.build', 'evidence.mjs'), { execArgv: ['--max-old-space-size=512'], serialization: 'advanced', stdio: ['ignore', 'ignore', 'inherit', 'ipc'], env: { PATH: process.env.PATH ?? '', HOME: process.env.HOME ?? '' } })
  let last = Promise.resolve()
  child.on('message', (tried: Tried) => {
    last = last.then(async () => {
      // a browser ends with the process that started it
      if (!(await heard(tried))) child.kill('SIGTERM')
    }).catch((error: unknown) => {
      log.error({ err: error }, 'evidence')
      child.kill('SIGTERM')
    })
  })
  // where it cannot be started or reached there is nothing to hear, and its end says so
  child.on('error', (error) => log.error({ err: error }, 'evidence'))
  child.send(input, (error) => { if (error) child.kill('SIGKILL') })
  return new Promise((resolve) => child.once('exit', () => void last.then(resolve)))
}
