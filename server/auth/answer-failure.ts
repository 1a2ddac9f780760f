import { setResponseHeader, setResponseStatus, type H3Event } from 'h3'
import { aboutRequest, log, requestId } from '../log'
import { isAway, isFull, isUnfit } from '../store/database'
import { Failure, problemBody } from './failure'

/** Any error as a response of problem details; none of them says more of our insides than a person needs. */
export function answerFailure(event: H3Event, error: unknown): object {
  let failure: Failure
  if (error instanceof Failure) failure = error
  else if (isAway(error)) {
    setResponseHeader(event, 'retry-after', 5)
    failure = new Failure(503, [
      {
        code: 'store-away',
        what: 'The database does not answer just now. What was saved before is safe; this was not done.',
        todo: 'Wait a few seconds and do it again.',
      },
    ])
  } else if (isUnfit(error)) {
    log.warn({ err: error, ...aboutRequest(event) }, 'a value that cannot be kept')
    failure = new Failure(422, [
      {
        code: 'unfit',
        what: 'Something in this is too large, or no value of its kind, and cannot be kept.',
        todo: 'Correct it and send it again.',
      },
    ])
  } else if (isFull(error)) {
    log.error({ err: error, ...aboutRequest(event) }, 'the database is full')
    failure = new Failure(507, [
      {
        code: 'store-full',
        what: 'The database has no room left. What was saved before is safe; this was not done.',
        todo: 'Tell whoever runs this server, and do it again when there is room.',
      },
    ])
  } else {
    log.error({ err: error, ...aboutRequest(event) }, 'unexpected error')
    failure = new Failure(500, [
      {
        code: 'unexpected',
        what: 'Something went wrong on our side, and this was not done.',
        todo: `Try again; if it stays, tell whoever runs this server that it was request ${requestId(event)}.`,
      },
    ])
  }
  setResponseStatus(event, failure.status)
  setResponseHeader(event, 'content-type', 'application/problem+json')
  return problemBody(failure.status, failure.problems, failure.extra)
}
