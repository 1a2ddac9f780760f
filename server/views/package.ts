import { originOf } from '~~/core/release/contents'
import { usualLicences } from '~~/core/release/licences'
import type { PackageView } from '~~/core/wire'
import { packShelf } from '../release/pack'
import type { Store } from '../store/database'
import type { Library } from '../store/libraries'
import { latestFromDesk } from '../store/compared-releases'
import { releaseFiles, sizesByVersion } from '../store/releases'
import { sourcePaths } from '../store/sources'

/** The package that the shelf would make now, beside that of the version which `latest` names. */
export async function packageView(db: Store, library: Library): Promise<PackageView> {
  const { packed, contracts, revision } = await packShelf(db, library, { version: '0.0.0', notes: '' }, true)
  const [paths, latest] = await Promise.all([sourcePaths(db, revision), latestFromDesk(db, library.id)])
  const released = latest ? await releaseFiles(db, latest.id) : []
  const before = new Map(released.map(({ path, size }) => [path, size]))
  const now = new Set(packed.files.map(({ path }) => path))
  const tell = originOf(contracts, library.prefix, paths)
  return {
    files: packed.files.map(({ path, size, gzip = 0, brotli = 0 }) => ({
      path,
      size,
      gzip,
      brotli,
      ...tell(path),
      before: before.get(path) ?? null,
    })),
    gone: released.filter(({ path }) => !now.has(path)),
    since: latest?.version ?? null,
    components: Object.entries(packed.weights).map(([tag, weight]) => ({ tag, ...weight })),
    packed: packed.tarball.length,
    budget: library.size_budget,
    licences: library.licences ?? [...usualLicences],
    areLicencesOwn: library.licences !== null,
    single: packed.singleSays,
    history: await sizesByVersion(db, library.id),
  }
}
