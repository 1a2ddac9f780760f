import { build } from 'esbuild'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { buildFonts } from './fonts.mjs'

const root = fileURLToPath(new URL('..', import.meta.url))
const common = {
  absWorkingDir: root,
  bundle: true,
  logLevel: 'error',
  sourcemap: 'linked',
  alias: { '~~': root.replace(/\/$/, '') },
}
const node = {
  ...common,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  packages: 'external',
  // its one file starts in a fraction of the time that its hundreds of modules take
  alias: { ...common.alias, 'svelte/compiler': join(root, 'node_modules/svelte/compiler/index.js') },
}

/** What benchmarks, tests and tools run of our own code. */
const benchmarks = {
  'read-speed': 'tools/bench/read-speed.ts',
  'read-again': 'tools/bench/read-again.ts',
  'variants-read': 'tools/bench/variants-read.ts',
  'check-cost': 'tools/bench/check-cost.ts',
  'dress-cost': 'tools/bench/dress-cost.ts',
  'style-speed': 'tools/bench/style-speed.ts',
  'difference-500': 'tools/bench/difference.ts',
  rename: 'tools/bench/rename.ts',
  'tokens-5000': 'tools/bench/tokens.ts',
  terns: 'tools/bench/terns.ts',
  covering: 'tools/bench/covering.ts',
  ways: 'tools/bench/ways.ts',
  reading: 'tools/bench/reading.ts',
  members: 'tools/bench/members.ts',
  screens: 'app/screens.ts',
  'known-evidence': 'tests/known-evidence.ts',
}

/**
 * Everything that runs beside the web process and its pages: the build child, the seed, and the script of the
 * preview frame; and the faces of the interface.
 */
export const buildSides = () =>
  Promise.all([
    buildFonts(),
    build({
      ...node,
      entryPoints: {
        child: 'server/build/child.ts',
        evidence: 'server/evidence/child.ts',
        pictures: 'server/pictures/child.ts',
        consumer: 'server/release/consumer/child.ts',
        seed: 'server/demo/seed.ts',
        person: 'server/auth/person-command.ts',
      },
      outdir: '.build',
      outExtension: { '.js': '.mjs' },
      // what only some tasks need is loaded when one of them is asked for
      splitting: true,
      chunkNames: 'chunks/[name]-[hash]',
    }),
    build({
      ...node,
      entryPoints: benchmarks,
      outdir: '.build',
      outExtension: { '.js': '.mjs' },
      sourcemap: false,
    }),
    build({
      ...common,
      platform: 'node',
      format: 'esm',
      target: 'node20',
      entryPoints: { 'kept-shelf': 'cli/kept-shelf.ts' },
      outdir: '.build/cli',
      outExtension: { '.js': '.mjs' },
      sourcemap: false,
      banner: { js: '#!/usr/bin/env node' },
    }),
    build({
      ...common,
      entryPoints: { frame: 'frame/frame.ts' },
      outdir: '.build',
      format: 'esm',
      platform: 'browser',
      target: 'es2022',
      minify: true,
      sourcemap: false,
    }),
    // what a guide that is taken along needs of us: classic scripts, which work from a folder too
    build({
      ...common,
      entryPoints: ['frame/guide/live.ts', 'frame/guide/page.ts', 'frame/guide/guide.css'],
      outdir: '.build/guide',
      format: 'iife',
      platform: 'browser',
      target: 'es2022',
      minify: true,
      sourcemap: false,
    }),
  ])

if (process.argv[1] === fileURLToPath(import.meta.url)) await buildSides()
