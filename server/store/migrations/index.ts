import type { Knex } from 'knex'
import * as m0001 from './0001-first'
import * as m0002 from './0002-origins'
import * as m0003 from './0003-facts'
import * as m0004 from './0004-examples'
import * as m0005 from './0005-evidence'
import * as m0006 from './0006-provisions'
import * as m0007 from './0007-widths'
import * as m0008 from './0008-safe'
import * as m0009 from './0009-first-showings'
import * as m0010 from './0010-reading'
import * as m0011 from './0011-told'
import * as m0012 from './0012-combinations'
import * as m0013 from './0013-acts'
import * as m0014 from './0014-released-accessible'
import * as m0015 from './0015-charts'
import * as m0016 from './0016-looks'
import * as m0017 from './0017-waivers'
import * as m0018 from './0018-tried-first'
import * as m0019 from './0019-renames'
import * as m0020 from './0020-tier-rule'
import * as m0021 from './0021-theme-floor'
import * as m0022 from './0022-fittings'
import * as m0023 from './0023-runs-of-one-kind'
import * as m0024 from './0024-isolation'
import * as m0025 from './0025-icons'
import * as m0026 from './0026-messages'
import * as m0027 from './0027-theme-conditions'
import * as m0028 from './0028-theme-axes'
import * as m0029 from './0029-token-replacements'
import * as m0030 from './0030-release-desk'
import * as m0031 from './0031-signatures'
import * as m0032 from './0032-token-expiry'
import * as m0033 from './0033-pictures'
import * as m0034 from './0034-sizes'
import * as m0035 from './0035-publications'
import * as m0036 from './0036-invitations'
import * as m0037 from './0037-licences'
import * as m0038 from './0038-visitors'
import * as m0039 from './0039-said'
import * as m0040 from './0040-client-sign-ins'

export const migrations: Record<string, Knex.Migration> = {
  '0001-first': m0001,
  '0002-origins': m0002,
  '0003-facts': m0003,
  '0004-examples': m0004,
  '0005-evidence': m0005,
  '0006-provisions': m0006,
  '0007-widths': m0007,
  '0008-safe': m0008,
  '0009-first-showings': m0009,
  '0010-reading': m0010,
  '0011-told': m0011,
  '0012-combinations': m0012,
  '0013-acts': m0013,
  '0014-released-accessible': m0014,
  '0015-charts': m0015,
  '0016-looks': m0016,
  '0017-waivers': m0017,
  '0018-tried-first': m0018,
  '0019-renames': m0019,
  '0020-tier-rule': m0020,
  '0021-theme-floor': m0021,
  '0022-fittings': m0022,
  '0023-runs-of-one-kind': m0023,
  '0024-isolation': m0024,
  '0025-icons': m0025,
  '0026-messages': m0026,
  '0027-theme-conditions': m0027,
  '0028-theme-axes': m0028,
  '0029-token-replacements': m0029,
  '0030-release-desk': m0030,
  '0031-signatures': m0031,
  '0032-token-expiry': m0032,
  '0033-pictures': m0033,
  '0034-sizes': m0034,
  '0035-publications': m0035,
  '0036-invitations': m0036,
  '0037-licences': m0037,
  '0038-visitors': m0038,
  '0039-said': m0039,
  '0040-client-sign-ins': m0040,
}
