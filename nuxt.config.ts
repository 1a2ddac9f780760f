import { defineNuxtConfig } from 'nuxt/config'
import { mkdirSync, readdirSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import type { NuxtHooks } from 'nuxt/schema'

type Manifest = Parameters<NuxtHooks['build:manifest']>[0]

/** Writes down which files each page needs before it can draw; `server/first-files.ts` reads it. */
function keepPageFiles(manifest: Manifest): void {
  const pages = Object.keys(manifest).flatMap((key) => {
    const page = /(?:^|\/)(pages\/.+\.vue)$/.exec(key)?.[1]
    return page === undefined ? [] : [[page, filesOf(manifest, key)] as const]
  })
  const folder = fileURLToPath(new URL('./.build', import.meta.url))
  mkdirSync(folder, { recursive: true })
  writeFileSync(`${folder}/pages.json`, JSON.stringify(Object.fromEntries(pages)))
}

/** A module's own files and those of all it imports, but for those of the entry, which every page has. */
function filesOf(manifest: Manifest, page: string): { scripts: string[]; sheets: string[] } {
  const needed = new Set([page])
  for (const key of needed) for (const other of manifest[key]?.imports ?? []) needed.add(other)
  const entries = [...needed].map((key) => manifest[key]).filter((entry) => entry && !entry.isEntry)
  return {
    scripts: entries.flatMap((entry) => (entry!.file ? [entry!.file] : [])),
    sheets: entries.flatMap((entry) => entry!.css ?? []),
  }
}

/** A module that holds every route of our own API with its file, for whoever describes them all. */
function listRoutes(): string {
  const folder = fileURLToPath(new URL('./server/api', import.meta.url))
  const files = readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.(get|post|put|patch|delete)\.ts$/.test(file))
    .map((file) => file.split('\\').join('/'))
  const imports = files.map((file, i) => `import route${i} from ${JSON.stringify(`${folder}/${file}`)}`)
  const entries = files.map((file, i) => `{ file: ${JSON.stringify(file)}, stated: route${i}.stated }`)
  return `${imports.join('\n')}\nexport const routes = [${entries.join(', ')}]\n`
}

/** Whatever is in a folder of ours, as a pattern. */
function inFolder(path: string): RegExp {
  const folder = fileURLToPath(new URL(path, import.meta.url))
  return new RegExp(`^${folder.replace(/[^\w/]/g, '\\$&')}`)
}

export default defineNuxtConfig({
  compatibilityDate: '2026-11-01',
  ssr: false,
  modules: ['@pinia/nuxt', '@primevue/nuxt-module'],
  css: ['~/styles/house.css'],
  devtools: { enabled: false },
  telemetry: false,
  typescript: { strict: true, tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true } } },
  app: {
    head: {
      title: 'Kept Shelf',
      htmlAttrs: { lang: 'en' },
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/mark.svg' }],
    },
  },
  imports: {
    autoImport: true,
    // a name of the core that the interface has too is the core's own: it takes nothing from the interface
    transform: { exclude: [inFolder('./core/'), inFolder('./frame/')] },
  },
  components: [{ path: '~/components', pathPrefix: false }],
  primevue: {
    importTheme: { from: fileURLToPath(new URL('./app/styles/preset.ts', import.meta.url)) },
    autoImport: true,
    options: { ripple: false },
    components: {
      include: [
        'Checkbox',
        'ColorPicker',
        'DatePicker',
        'Dialog',
        'InputNumber',
        'InputText',
        'Listbox',
        'Menu',
      ],
    },
    directives: { include: [] },
  },
  experimental: {
    payloadExtraction: false,
    appManifest: false,
    // a page is fetched when somebody is about to go there, not while the first renderings wait
    defaults: { nuxtLink: { prefetch: true, prefetchOn: { visibility: false, interaction: true } } },
  },
  hooks: {
    // what a page needs is asked for when it is opened: hints for all of them at once hold up the first
    'build:manifest': (manifest) => {
      keepPageFiles(manifest)
      for (const resourceMeta of Object.values(manifest)) {
        resourceMeta.prefetch = false
        resourceMeta.dynamicImports = []
      }
    },
  },
  nitro: {
    preset: 'node-server',
    // built once, beside each file of the page
    compressPublicAssets: { gzip: true, brotli: true },
    // the address itself is for clients too, and no page of ours
    handlers: ['/registry', '/registry/', '/registry/**'].map((route) => ({
      route,
      handler: fileURLToPath(new URL('./server/registry/handler.ts', import.meta.url)),
    })),
    ignore: ['**/*.test.ts'],
    virtual: { '#kept/routes': listRoutes },
    // the companion command, one file, for whoever pushes from elsewhere
    publicAssets: [
      { dir: fileURLToPath(new URL('./.build/cli', import.meta.url)), baseURL: '/cli', maxAge: 0 },
    ],
    experimental: { asyncContext: false },
    esbuild: { options: { target: 'es2023' } },
    externals: { external: ['pg', 'knex', 'pg-boss', 'typescript', 'esbuild'] },
  },
  routeRules: { '/_nuxt/**': { headers: { 'cache-control': 'public, max-age=31536000, immutable' } } },
  vite: { build: { target: 'es2023', chunkSizeWarningLimit: 2000 } },
})
