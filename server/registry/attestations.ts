import { createSign } from 'node:crypto'
import { setResponseHeader } from 'h3'
import semver from 'semver'
import { statementsOf, type MadeFacts, type Statement } from '~~/core/release/attestation'
import { fail } from '../auth/failure'
import { publicUrl } from '../config'
import type { Store } from '../store/database'
import type { Library } from '../store/libraries'
import { releaseNamed, type ReleaseRow } from '../store/releases'
import { revisionOfRelease } from '../store/released'
import { hashOf } from '../store/sources'
import type { Call } from './call'
import { holderOf } from './admission'
import { keyToSignWith } from './signing'

const payloadType = 'application/vnd.in-toto+json'

/** An envelope of the Dead Simple Signing Envelope specification, version 1. */
interface Envelope {
  payloadType: string
  payload: string
  signatures: { keyid: string; sig: string }[]
}

/** What is attested of a version, by the name of its tarball. */
export async function attestations({ event, db, library, params }: Call): Promise<string> {
  // an open package is read without a token too, and then nobody is told who did what
  const isKnown = (await holderOf(event, db, false)) !== undefined
  const bare = `${library.package.split('/').at(-1)}-`
  const version = params[1]!.startsWith(bare) ? semver.valid(params[1]!.slice(bare.length)) : null
  const release = version === null ? undefined : await releaseNamed(db, library.id, version)
  if (!release)
    return fail(
      404,
      'no-version',
      `${library.package} has no version ${params[1]!.slice(0, 100)}.`,
      'Look at its page for the versions there are.',
    )
  setResponseHeader(event, 'content-type', 'application/jsonl; charset=utf-8')
  setResponseHeader(event, 'vary', 'authorization')
  return attestationsOf(db, library, release, isKnown)
}

/**
 * Where a version comes from and what was asked of it, signed with the key that versions are signed with:
 * envelopes, a line each. What they state never changes; they are signed as they are asked for. Whoever
 * is not known is not told who published it, and how it went out.
 */
export async function attestationsOf(
  db: Store,
  library: Library,
  release: ReleaseRow,
  isKnown: boolean,
): Promise<string> {
  const key = await keyToSignWith(db)
  const made = await factsOf(db, library, release)
  const statements = statementsOf(isKnown ? made : withoutPeople(made))
  return statements.map((stated) => `${JSON.stringify(sealed(stated, key))}\n`).join('')
}

const withoutPeople = (made: MadeFacts): MadeFacts => ({
  ...made,
  by: null,
  revision: made.revision && { ...made.revision, note: '' },
  gates: [],
})

async function factsOf(db: Store, library: Library, release: ReleaseRow): Promise<MadeFacts> {
  const revision = await revisionOfRelease(db, release.id)
  const files = revision?.files.map(({ path, hash }) => `${hash}  ${path}\n`).join('')
  return {
    package: library.package,
    version: release.version,
    channel: release.channel,
    sha512: Buffer.from(release.integrity.replace(/^sha512-/, ''), 'base64').toString('hex'),
    by: release.made_by,
    madeAt: release.made_at,
    builder: publicUrl('/'),
    revision: revision && { number: revision.number, note: revision.note, sha256: hashOf(files!) },
    gates: release.record.gates ?? [],
  }
}

/**
 * Signs what is stated; what is signed is the type and the text with their lengths (PAE of the
 * specification).
 */
function sealed(stated: Statement, { keyid, pem }: { keyid: string; pem: string }): Envelope {
  const text = Buffer.from(JSON.stringify(stated))
  const signed = createSign('SHA256')
    .update(`DSSEv1 ${payloadType.length} ${payloadType} ${text.length} `)
    .update(text)
    .sign(pem, 'base64')
  return { payloadType, payload: text.toString('base64'), signatures: [{ keyid, sig: signed }] }
}
