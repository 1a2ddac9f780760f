/** What is known of how a version came to be, as its attestations state it. */
export interface MadeFacts {
  package: string
  version: string
  channel: string
  /** The sha512 of the tarball, in hexadecimal digits. */
  sha512: string
  /** Who published it; nothing where that is not told, or they have left. */
  by: string | null
  madeAt: Date
  /** The address of the server that packed it. */
  builder: string
  /** The revision it was packed from; nothing where it was packed elsewhere. */
  revision:
    | {
        number: number
        note: string
        /** Of a line `hash  path` for each file, by path. */
        sha256: string
      }
    | undefined
  gates: readonly {
    name: string
    setting: string
    says?: string | undefined
    waiver: { reason: string } | null
  }[]
}

/** A statement of in-toto attestations, version 1. */
export interface Statement {
  _type: 'https://in-toto.io/Statement/v1'
  subject: { name: string; digest: Record<string, string> }[]
  predicateType: string
  predicate: object
}

const statement = (made: MadeFacts, predicateType: string, predicate: object): Statement => ({
  _type: 'https://in-toto.io/Statement/v1',
  subject: [{ name: packageUrl(made), digest: { sha512: made.sha512 } }],
  predicateType,
  predicate,
})

/** The package URL of a version (purl specification): the scope's sign is escaped. */
const packageUrl = ({ package: name, version }: MadeFacts): string =>
  `pkg:npm/${name.replace('@', '%40')}@${encodeURIComponent(version)}`

/** Where a version comes from, as SLSA provenance, version 1. */
const provenanceOf = (made: MadeFacts): Statement =>
  statement(made, 'https://slsa.dev/provenance/v1', {
    buildDefinition: {
      buildType: `urn:kept-shelf:${made.revision ? 'packed-from-revision' : 'packed-elsewhere'}:1`,
      externalParameters: { package: made.package, version: made.version, channel: made.channel },
      internalParameters: made.by === null ? {} : { publishedBy: made.by },
      resolvedDependencies: made.revision
        ? [
            {
              name: `revision ${made.revision.number}`,
              digest: { sha256: made.revision.sha256 },
              ...(made.revision.note ? { annotations: { note: made.revision.note } } : {}),
            },
          ]
        : [],
    },
    runDetails: {
      builder: { id: made.builder },
      metadata: { finishedOn: made.madeAt.toISOString() },
    },
  })

/**
 * What was asked of a version before it went out, as the in-toto predicate of test results: gates that
 * held, and those that did not and were let pass.
 */
function resultOfGates(made: MadeFacts): Statement {
  const asked = made.gates.filter(({ setting }) => setting !== 'pass')
  const warned = asked.filter(({ says }) => says !== undefined)
  return statement(made, 'https://in-toto.io/attestation/test-result/v0.1', {
    result: warned.length ? 'WARNED' : 'PASSED',
    configuration: asked.map(({ name, setting, waiver }) => ({
      name,
      annotations: { setting, ...(waiver ? { waived: waiver.reason } : {}) },
    })),
    passedTests: asked.filter(({ says }) => says === undefined).map(({ name }) => name),
    warnedTests: warned.map(({ name }) => name),
    failedTests: [],
  })
}

/** All that is stated of a version; of gates nothing where none was asked. */
export const statementsOf = (made: MadeFacts): Statement[] => [
  provenanceOf(made),
  ...(made.gates.length ? [resultOfGates(made)] : []),
]
