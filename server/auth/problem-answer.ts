import { setResponseHeader, setResponseStatus, type H3Event } from 'h3'
import type { Problem } from '#shared/answers'
import type { Refusal } from '../services/problem'

/** A refusal as the answer of a request: the problem shape of RFC 9457, with a stable code. */
export function sendProblem(event: H3Event, { status, code, message, extra }: Refusal): Problem {
  setResponseStatus(event, status)
  setResponseHeader(event, 'Content-Type', 'application/problem+json')
  setResponseHeader(event, 'Cache-Control', 'no-store')
  const more = Array.isArray(extra) ? { faults: extra as string[] } : { extra }
  return { type: `about:blank#${code}`, title: message, status, code, ...(extra === undefined ? {} : more) }
}
