import { getQuery, getRequestHeader, setResponseHeader, setResponseStatus } from 'h3'
import { boundedBytes } from '../auth/body'
import { fail } from '../auth/failure'
import { addressOf } from '../auth/rate-limit'
import { isText } from '../auth/text'
import { publicUrl, registryUrl } from '../config'
import { beginSignIn, takeToken } from '../store/client-sign-ins'
import { smallBody, type Call } from './call'

/** Seconds after which a client asks again. */
const askAgain = 2

/**
 * A client that wants to sign in by way of the browser: where its person goes, and where it asks what
 * came of it.
 */
export async function beginByBrowser({ event, db }: Call) {
  await boundedBytes(event, smallBody)
  const asking = { client: clientOf(getRequestHeader(event, 'user-agent')), address: addressOf(event) }
  const begun = await beginSignIn(db, asking)
  if (!begun) {
    setResponseHeader(event, 'retry-after', 60)
    return fail(
      429,
      'too-many-sign-ins',
      'Too many sign-ins from this address wait for an answer.',
      'Answer them in the browser, or wait some minutes.',
    )
  }
  return {
    loginUrl: publicUrl(`/allow/${begun.link}`),
    doneUrl: `${registryUrl()}-/v1/done?of=${begun.client}`,
  }
}

/** What a client calls itself, by the first word of its header; the rest names its machine. */
function clientOf(header = ''): string {
  const [word = ''] = header.split(' ')
  return /^[\w@./-]{1,60}$/.test(word) ? word : 'a package client'
}

/** What came of a sign-in: 202 as long as nobody has answered it, then the token, once. */
export async function endByBrowser({ event, db }: Call) {
  // an answer of one moment: nobody in between keeps it
  setResponseHeader(event, 'cache-control', 'no-store')
  const { of } = getQuery(event)
  const came = typeof of === 'string' && isText(of) ? await takeToken(db, of) : 'ended'
  if (came === 'refused')
    return fail(403, 'refused', 'Whoever was asked did not allow it.', 'Sign in again, and allow it.')
  if (came === 'ended')
    return fail(
      404,
      'no-sign-in',
      'This sign-in has ended: it was not answered in time, or its token was fetched already.',
      'Sign in again.',
    )
  if (came !== 'asked') return { token: came.text }
  setResponseStatus(event, 202)
  setResponseHeader(event, 'retry-after', askAgain)
  return {}
}
