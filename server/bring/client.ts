import { npmRegistry, npmEnvironment } from '../config'
import { openGate } from './gate'
import { run, type Ran } from './run'

/**
 * A command that ends at once and badly: it stands where the client looks for Git, so that no version of it
 * fetches a repository.
 */
const noGit = '/bin/false'

/**
 * Runs the ordinary package client so that it reaches the registry and nothing else, runs no scripts,
 * and fetches no repository, address, file or folder, whatever its version knows of that. `also` are registries
 * besides that it may reach.
 */
export async function runClient(
  args: string[],
  {
    cwd,
    seconds,
    going,
    also = [],
  }: { cwd: string; seconds: number; going: () => Promise<boolean>; also?: readonly string[] },
): Promise<Ran> {
  const gate = await openGate([await npmRegistry(), ...also])
  try {
    const env = {
      ...npmEnvironment(),
      npm_config_proxy: gate.address,
      npm_config_https_proxy: gate.address,
      npm_config_noproxy: '',
      npm_config_git: noGit,
      npm_config_ignore_scripts: 'true',
      npm_config_audit: 'false',
      npm_config_fund: 'false',
      npm_config_progress: 'false',
      npm_config_loglevel: 'error',
      npm_config_omit_lockfile_registry_resolved: 'false',
      // words that newer clients have for the same
      npm_config_allow_git: 'none',
      npm_config_allow_file: 'none',
      npm_config_allow_directory: 'none',
    }
    return await run('npm', args, { cwd, seconds, going, env })
  } finally {
    gate.close()
  }
}
