import { singlePaths } from './places'
import { packageScope } from '../package-name'

export interface InstallOf {
  package: string
  version: string
  /** The registry's address, which ends in a slash. */
  registry: string
  /** Anyone may install it; else the client needs an access token. */
  isOpen: boolean
}

/**
 * What makes a package client install a version: the registry is set for the package's scope, so that
 * whatever else is installed comes from where it came from. A package without a scope takes the registry for
 * one installation.
 */
export const packageClients = [
  {
    name: 'npm',
    install: (of: InstallOf): string[] =>
      settingThenInstall(of, 'npm config set --location=project', 'npm install'),
  },
  {
    name: 'pnpm',
    install: (of: InstallOf): string[] =>
      settingThenInstall(of, 'pnpm config set --location=project', 'pnpm add'),
  },
  {
    // it reads .npmrc as npm does
    name: 'Yarn 1',
    install: (of: InstallOf): string[] =>
      settingThenInstall(of, 'npm config set --location=project', 'yarn add'),
  },
  {
    name: 'Yarn 2 and later',
    install: ({ package: name, version, registry, isOpen }: InstallOf): string[] => {
      const scope = packageScope(name)?.slice(1)
      const setting = scope === undefined ? 'npmRegistryServer' : `npmScopes.${scope}.npmRegistryServer`
      const token = scope === undefined ? 'npmAuthToken' : `npmScopes.${scope}.npmAuthToken`
      return [
        `yarn config set ${setting} ${registry}`,
        ...(isOpen ? [] : [`yarn config set ${token} YOUR_ACCESS_TOKEN`]),
        ...(registry.startsWith('http:')
          ? [`yarn config set unsafeHttpWhitelist --json '["${hostOf(registry)}"]'`]
          : []),
        `yarn add ${name}@${version}`,
      ]
    },
  },
] as const
const hostOf = (address: string): string => /^https?:\/\/([^/:]+)/.exec(address)?.[1] ?? ''

function settingThenInstall(of: InstallOf, set: string, install: string): string[] {
  const { package: name, version, registry, isOpen } = of
  const scope = packageScope(name)
  const token = isOpen ? [] : [`${set} ${registry.replace(/^https?:/, '')}:_authToken=YOUR_ACCESS_TOKEN`]
  return scope === undefined
    ? [...token, `${install} ${name}@${version} --registry=${registry}`]
    : [`${set} ${scope}:registry=${registry}`, ...token, `${install} ${name}@${version}`]
}

/** The commands that install a version with a client, a line each; with npm where it is not known. */
export const installWith = (client: string, of: InstallOf): string =>
  (packageClients.find(({ name }) => name === client) ?? packageClients[0]).install(of).join('\n')

/**
 * What a page without a build loads of a package, by the files that it holds: the one classic script, or the one
 * module; of a version that has neither its modules, and the themes beside them.
 */
export function pageLines(name: string, paths: readonly string[]): string {
  const at = (path: string) => `node_modules/${name}/${path}`
  const { classic, module } = singlePaths(name)
  if (paths.includes(classic)) return `<script src="${at(classic)}"></script>`
  const sheet = paths.includes(module) ? [] : [`<link rel="stylesheet" href="${at('tokens/tokens.css')}">`]
  const script = paths.includes(module) ? module : 'dist/index.js'
  return [...sheet, `<script type="module" src="${at(script)}"></script>`].join('\n')
}
