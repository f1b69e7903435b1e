import { migrationsApart } from '../../db/migrations'
import { isSecretSet } from '../auth/session'
import { queue } from '../jobs/queue'
import { rowsOf, type Db } from '../repositories/database'
import { oldestUnmarked } from '../repositories/markings'

export interface Health {
  readonly live: true
  readonly ready: boolean
  /** What keeps it from being ready, in words; empty when nothing does. */
  readonly faults: readonly string[]
  /** How long the oldest hand-in waits for its first marking; null where none does, or it cannot be told. */
  readonly oldestUnmarkedSeconds: number | null
}

const WITHIN_MS = 3000

/**
 * Whether the schema is at the right migration and can be written to, the secret of the sessions is set and
 * the queue is reached.
 */
export async function readiness(db: Db): Promise<Health> {
  const faults = [
    ...(isSecretSet() ? [] : ['The secret of the sessions is not set.']),
    ...(await faultsOf(db)),
  ]
  const oldest = faults.length === 0 ? await within(oldestUnmarked(db)).catch(() => null) : null
  return {
    live: true,
    ready: faults.length === 0,
    faults,
    oldestUnmarkedSeconds: oldest ? Math.round((Date.now() - oldest.getTime()) / 1000) : null,
  }
}

async function faultsOf(db: Db): Promise<string[]> {
  try {
    const [state] = await within(
      rowsOf<{ is_read_only: boolean }>(
        db,
        "SELECT pg_is_in_recovery() OR current_setting('transaction_read_only') = 'on' AS is_read_only",
      ),
    )
    const { lacking, unknown } = await within(migrationsApart(db))
    return [
      ...(state!.is_read_only ? ['The database is read only.'] : []),
      ...(lacking.length > 0 ? [`The schema lacks ${lacking.join(', ')}: run the migrations.`] : []),
      ...(unknown.length > 0
        ? [`The schema has ${unknown.join(', ')}, which this version does not know: start the newer one.`]
        : []),
      ...(await queueFaults()),
    ]
  } catch {
    return ['The database cannot be reached.']
  }
}

async function queueFaults(): Promise<string[]> {
  try {
    await within(queue())
    return []
  } catch {
    return ['The queue cannot be reached.']
  }
}

async function within<Answer>(work: Promise<Answer>): Promise<Answer> {
  let timer: NodeJS.Timeout | undefined
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(new Error('too late')), WITHIN_MS)
  })
  return Promise.race([work, late]).finally(() => clearTimeout(timer))
}
