import { defineEventHandler, setResponseHeader, type EventHandler } from 'h3'
import { Refusal, notFound } from '../services/problem'
import { sendProblem } from './problem-answer'

export interface KnownRoute {
  readonly method: string
  readonly path: string
}

/**
 * Whatever no route answers: a path that is none, or a method that the path does not know, which is told with
 * those it does.
 */
export function unknownRoute(routes: readonly KnownRoute[]): EventHandler {
  const known = routes.map(({ method, path }) => ({
    method: method.toUpperCase(),
    pattern: new RegExp(`^${path.replace(/\[\w+\]/g, '[^/]+')}/?$`),
  }))
  return defineEventHandler(event => {
    const [path = ''] = event.path.split('?')
    const allowed = known.filter(({ pattern }) => pattern.test(path)).map(({ method }) => method)
    if (allowed.length === 0) return sendProblem(event, notFound())
    setResponseHeader(event, 'Allow', allowed.join(', '))
    return sendProblem(
      event,
      new Refusal(405, 'method-not-allowed', `This is asked with ${allowed.join(' or ')}.`),
    )
  })
}
