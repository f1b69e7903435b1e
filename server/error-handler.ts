import { send, setResponseHeader, setResponseStatus, type H3Error, type H3Event } from 'h3'
import { sendProblem } from './auth/problem-answer'
import { logFault } from './services/log'
import { Refusal } from './services/problem'

/**
 * What went wrong before or beside our routes: an address that cannot be read, a page that is not there.
 * Nothing internal leaks.
 */
export default function answerError(error: H3Error, event: H3Event): Promise<void> {
  const { statusCode } = error
  if (statusCode >= 500)
    logFault('request', error.cause ?? error, { method: event.method, path: event.path.split('?')[0] })
  if (event.path.startsWith('/api/')) {
    const refusal =
      statusCode >= 500
        ? new Refusal(
            500,
            'fault',
            'Something went wrong on our side. Nothing that was saved is lost; try again.',
          )
        : new Refusal(statusCode, 'not-readable', 'This request cannot be read.')
    return send(event, JSON.stringify(sendProblem(event, refusal)))
  }
  setResponseStatus(event, statusCode)
  setResponseHeader(event, 'Content-Type', 'text/plain; charset=utf-8')
  return send(
    event,
    statusCode === 404
      ? 'There is nothing here.'
      : 'Something went wrong on our side. Nothing that was saved is lost; try again.',
  )
}
