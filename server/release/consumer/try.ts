import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Contract } from '~~/core/contract/contract'
import {
  awaitedOf,
  fine,
  judgeLoaded,
  notTried,
  pageScript,
  projectOf,
  wrong,
  type ConsumerAct,
  type Manifest,
  type Tried,
} from '~~/core/release/consumer/consumer'
import type { SourceText } from '~~/core/read/source/source-text'
import { judgeLicences, usualLicences } from '~~/core/release/licences'
import { singlePaths } from '~~/core/release/places'
import { Failure } from '../../auth/failure'
import { runClient } from '../../bring/client'
import type { Ran } from '../../bring/run'
import type { Packed } from '../../build/package'
import { inChild } from '../../build/pool'
import { npmRegistry, settings } from '../../config'
import { inBrowserProcess } from '../../evidence/process'
import { browserVersion } from '../../evidence/version'
import { limits } from '../../limits'
import type { Library } from '../../store/libraries'
import type { Said, ToLoad } from './message'
import { runOwnTests } from './own-tests'
import { offerPackage } from './registry'
import { shippedWith } from './shipped'

interface Project {
  library: Library
  packed: Offer
  contracts: readonly Contract[]
  /** The files of the library that the package was made from. */
  source: () => Promise<readonly SourceText[]>
  stopping: AbortSignal
}
type Offer = Pick<Packed, 'tarball' | 'integrity' | 'shasum'> & { manifest: Manifest }

/** An empty project of somebody who uses a package that is not out yet. */
export class ConsumerProject {
  private readonly library: Library
  private readonly packed: Offer
  private readonly stopping: AbortSignal
  private constructor(
    private readonly project: Project,
    private readonly folder: string,
  ) {
    this.library = project.library
    this.packed = project.packed
    this.stopping = project.stopping
  }

  static async begin(project: Project): Promise<ConsumerProject> {
    return new ConsumerProject(project, await mkdtemp(join(tmpdir(), 'kept-shelf-consumer-')))
  }

  async end(): Promise<void> {
    await rm(this.folder, { recursive: true, force: true })
  }

  readonly acts: Readonly<Record<ConsumerAct, () => Promise<Tried>>> = {
    installs: () => this.install(),
    licences: () => this.readLicences(),
    types: () => this.compile(),
    loads: () => this.load(),
    tests: () => this.runTests(),
  }

  /** Installs it with the ordinary client, and with it whatever it depends on and asks for. */
  private async install(): Promise<Tried> {
    const upstream = await npmRegistry()
    const offered = await offerPackage(this.packed, upstream)
    try {
      const { name } = this.packed.manifest
      const scope = /^(@[^/]+)\//.exec(name)?.[1]
      // what is said with the command comes before whatever the server's settings say
      const from = scope ? `--${scope}:registry=${offered.url}` : `--registry=${offered.url}`
      await writeFile(join(this.folder, 'package.json'), JSON.stringify(projectOf(this.packed.manifest)))
      const ran = await runClient(['install', from], {
        cwd: this.folder,
        seconds: limits.consumer.installSeconds,
        going: () => Promise.resolve(!this.stopping.aborted),
        also: [offered.url],
      })
      return ran.code === 0 ? fine : whyNotInstalled(ran)
    } finally {
      offered.close()
    }
  }

  private async readLicences(): Promise<Tried> {
    const shipped = await shippedWith(this.folder, this.packed.manifest.name)
    return judgeLicences(shipped, this.library.licences ?? usualLicences)
  }

  private async compile(): Promise<Tried> {
    return inChild('consumerTypes', { folder: this.folder, manifest: this.packed.manifest }, this.library.id)
  }

  private async load(): Promise<Tried> {
    if (!(await browserVersion())) return notTried('There is no browser on this server.')
    const { manifest } = this.packed
    let bundle: { script: string; sheet: string }
    try {
      const asked = { folder: this.folder, script: pageScript(manifest) }
      bundle = await inChild('consumerBundle', asked, this.library.id)
    } catch (error) {
      if (error instanceof Failure && error.problems[0]?.code === 'does-not-compile')
        return wrong(`It cannot be bundled: ${error.problems[0].what}`)
      throw error
    }
    const awaited = awaitedOf(manifest, this.project.contracts, this.library.prefix)
    const single = await this.singleScript()
    const { CHROMIUM, PREVIEW_PORT } = settings()
    let tried: Tried | undefined
    const overMemory = await inBrowserProcess<Said>({
      script: 'consumer',
      asked: { chromium: CHROMIUM, port: PREVIEW_PORT, ...bundle, awaited, single } satisfies ToLoad,
      begunIn: (said) => ('begun' in said ? said.begun : undefined),
      heard: (said) => {
        if (!('begun' in said))
          tried = 'stopped' in said ? notTried(said.stopped.what) : judgeLoaded(awaited, said)
        return Promise.resolve(true)
      },
      stopping: this.stopping,
    })
    if (overMemory !== undefined) return wrong('The page needs more memory than it may have.')
    return tried ?? notTried('The browser ended before the page was loaded.')
  }

  private async runTests(): Promise<Tried> {
    const folder = await mkdtemp(join(tmpdir(), 'kept-shelf-tests-'))
    try {
      return await runOwnTests({
        files: await this.project.source(),
        folder,
        apart: settings().TESTS_APART,
        seconds: limits.consumer.testSeconds,
        stopping: this.stopping,
      })
    } finally {
      await rm(folder, { recursive: true, force: true })
    }
  }

  /** The package as one classic script, as it is installed; nothing where it has none. */
  private async singleScript(): Promise<ToLoad['single']> {
    const { name } = this.packed.manifest
    const { classic, global } = singlePaths(name)
    try {
      const script = await readFile(join(this.folder, 'node_modules', name, classic), 'utf8')
      return { script, global }
    } catch {
      return undefined
    }
  }
}

/** The registry is not reached: that says nothing of the package. */
const notReached = /\b(ENOTFOUND|ECONNREFUSED|ECONNRESET|EAI_AGAIN|ETIMEDOUT|ENETUNREACH|E401|E403|E5\d\d)\b/

/** What the client says went wrong, in a sentence. */
function whyNotInstalled(ran: Ran): Tried {
  if (ran.missing) return notTried('There is no package client on this server.')
  if (ran.slow) return notTried(`It took longer than ${limits.consumer.installSeconds} seconds.`)
  const lines = ran.said
    .split('\n')
    .map((line) => line.replace(/^npm (error|ERR!) ?/, '').trim())
    .filter((line) => line && !/^(code|errno|syscall|A complete log|For a full report)\b/.test(line))
  const why = lines.slice(0, 4).join(' ').slice(0, 500) || 'the package client gave no reason.'
  return notReached.test(ran.said)
    ? notTried(`The registry that packages come from could not be reached: ${why}`)
    : wrong(`The package client does not install it: ${why}`)
}
