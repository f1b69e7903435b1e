import { randomUUID } from 'node:crypto'
import { removeResponseHeader, setResponseHeader, type H3Event } from 'h3'
import { defineNitroPlugin } from 'nitropack/runtime'
import { observeRequest } from '../services/metrics'
import { log } from '../services/log'

/** So long a request may take to arrive: whoever sends a byte a minute does not hold a connection. */
const ARRIVES_WITHIN_MS = 30_000

interface Told {
  readonly id: string
  readonly begun: number
}

/**
 * Each request to the API is one line of the log and one observation: by route, never by what was asked or
 * written.
 */
export default defineNitroPlugin(nitro => {
  nitro.hooks.hook('request', event => {
    const { server } = event.node.req.socket as unknown as { server?: { requestTimeout: number } }
    if (server && server.requestTimeout !== ARRIVES_WITHIN_MS) server.requestTimeout = ARRIVES_WITHIN_MS
    const told: Told = { id: randomUUID(), begun: performance.now() }
    event.context.told = told
    setResponseHeader(event, 'X-Request-Id', told.id)
  })
  nitro.hooks.hook('beforeResponse', event => removeResponseHeader(event, 'x-powered-by'))
  nitro.hooks.hook('afterResponse', event => {
    if (event.path.startsWith('/api/')) tell(event)
  })
})

function tell(event: H3Event): void {
  const { told, personId, matchedRoute } = event.context as {
    told?: Told
    personId?: string
    matchedRoute?: { path: string }
  }
  if (!told) return
  const ms = performance.now() - told.begun
  const route = matchedRoute?.path ?? 'unknown'
  const { statusCode } = event.node.res
  observeRequest({ method: event.method, route, status: statusCode }, ms / 1000)
  log('request', {
    requestId: told.id,
    method: event.method,
    route,
    status: statusCode,
    ms: Math.round(ms),
    personId,
  })
}
