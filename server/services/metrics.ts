import { Gauge, Histogram, Registry, collectDefaultMetrics } from 'prom-client'

/**
 * Figures in the open text format, for whoever watches the installation; collected only where they are asked
 * for (NOMENKLATURA_METRICS=true).
 */
const registry = new Registry()

export function metricsAreOn(): boolean {
  return process.env.NOMENKLATURA_METRICS === 'true'
}

const seconds = new Histogram({
  name: 'nomenklatura_request_seconds',
  help: 'Requests to the API, by method, route and status.',
  labelNames: ['method', 'route', 'status'] as const,
  buckets: [0.005, 0.02, 0.05, 0.1, 0.3, 1, 3, 10],
  registers: [registry],
})
const unmarked = new Gauge({
  name: 'nomenklatura_oldest_unmarked_seconds',
  help: 'How long the oldest hand-in waits for its first marking.',
  registers: [registry],
})
let collects = false

export function observeRequest(
  labels: { method: string; route: string; status: number },
  took: number,
): void {
  if (metricsAreOn()) seconds.observe({ ...labels, status: String(labels.status) }, took)
}

/** All figures as text. `waitsSeconds`: how long the oldest hand-in waits for its first marking. */
export async function metricsText(waitsSeconds: number): Promise<string> {
  if (!collects) collectDefaultMetrics({ register: registry })
  collects = true
  unmarked.set(waitsSeconds)
  return registry.metrics()
}
