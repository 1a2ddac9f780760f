import { defineNuxtConfig } from 'nuxt/config'
import { fileURLToPath } from 'node:url'

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
  imports: { autoImport: true },
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
