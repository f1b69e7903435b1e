import type { Refusal, SandboxReport, SandboxWork, Stopped, TrialOutcome } from '@nomenklatura/core/instances'
import { Refused, refusalOf, type Session } from './session'
import { ASK_TRIALS, readOutcomes, trialBlocks } from './trial-blocks'

/** Who scripts run as: it owns nothing that is there before them, and may create tables. */
export const STUDENT = 'nomenklatura_student'

/** An engine that is not as it was before a script: it is not to be used again. */
export class Disturbed extends Error {
  override readonly name = 'Disturbed'
}

export interface RunOptions {
  /** Told before each statement, and before the trials as one step more. */
  readonly onStep?: (step: number) => void
}

/**
 * Runs the work within one transaction and undoes it. Throws `Disturbed` when afterwards the database is not as
 * it was; whatever it throws, the session is not to be used again.
 */
export async function runWork(
  session: Session,
  work: SandboxWork,
  { onStep }: RunOptions = {},
): Promise<SandboxReport> {
  await session.query('BEGIN')
  const statements = await runScript(session, work.statements, onStep)
  onStep?.(work.statements.length)
  const notMeant = work.meant ? await runInstead(session, work.meant) : []
  const tried = await runTrials(session, work)
  await undo(session)
  return { statements, ...(notMeant.length > 0 ? { notMeant } : {}), ...tried }
}

/** All statements at once where none is refused; else anew, each by itself, without those that are. */
async function runScript(
  session: Session,
  statements: readonly string[],
  onStep: RunOptions['onStep'],
): Promise<(Refusal | null)[]> {
  await session.query(`SET LOCAL ROLE ${STUDENT}`)
  await session.query('SAVEPOINT script')
  const first = await firstRefused(session, statements, onStep)
  if (first === null) return statements.map(() => null)
  await session.query('ROLLBACK TO script')
  const outcomes: (Refusal | null)[] = []
  for (const [i, statement] of statements.entries()) {
    onStep?.(i)
    await session.query('SAVEPOINT statement')
    const refusal = await refusalOf(session, statement)
    await session.query(refusal ? 'ROLLBACK TO statement' : 'RELEASE statement')
    outcomes.push(refusal)
  }
  return outcomes
}

/** Makes the tables anew, as they are meant; what is refused is left out, and told by its position. */
async function runInstead(session: Session, statements: readonly string[]): Promise<number[]> {
  await session.query('ROLLBACK TO script')
  const left: number[] = []
  for (const [i, statement] of statements.entries()) {
    await session.query('SAVEPOINT statement')
    const refusal = await refusalOf(session, statement)
    await session.query(refusal ? 'ROLLBACK TO statement' : 'RELEASE statement')
    if (refusal) left.push(i)
  }
  return left
}

async function firstRefused(
  session: Session,
  statements: readonly string[],
  onStep: RunOptions['onStep'],
): Promise<number | null> {
  for (const [i, statement] of statements.entries()) {
    onStep?.(i)
    if (await refusalOf(session, statement)) return i
  }
  return null
}

async function runTrials(
  session: Session,
  { trials }: SandboxWork,
): Promise<Pick<SandboxReport, 'trials' | 'stopped'>> {
  if (trials.length === 0) return { trials: [], stopped: null }
  try {
    await session.query('SET CONSTRAINTS ALL IMMEDIATE')
    await session.query(trialBlocks(trials))
    const [row] = await session.query(ASK_TRIALS)
    const outcomes = readOutcomes(row![0]!)
    const isNamed = outcomes.some(outcome => outcome.is !== 'accepted' && outcome.refusal.constraint !== null)
    return {
      trials: isNamed ? withColumns(outcomes, await constraintColumns(session)) : outcomes,
      stopped: null,
    }
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    return { trials: [], stopped: stoppedBy(error.refusal) }
  }
}

/** What ends all trials at once: a server's limits of time and memory; else something that should not be. */
function stoppedBy({ state }: Refusal): Stopped {
  if (state === '57014') return 'time'
  return state.startsWith('53') || state.startsWith('54') ? 'memory' : 'engine'
}

/** From here on objects are made by users (PostgreSQL, transam.h). */
export const FIRST_OID = 16384

/** Constraints and unique indexes with their columns; those of expressions have none there. */
const CONSTRAINTS = `SELECT r.relname, k.name, a.attname FROM (
  SELECT conrelid AS relation, conname AS name, conkey AS columns FROM pg_catalog.pg_constraint WHERE conrelid >= ${FIRST_OID}
  UNION ALL
  SELECT i.indrelid, c.relname, i.indkey::smallint[] FROM pg_catalog.pg_index i
  JOIN pg_catalog.pg_class c ON c.oid = i.indexrelid
  WHERE i.indexrelid >= ${FIRST_OID} AND i.indisunique AND NOT EXISTS (SELECT FROM pg_catalog.pg_constraint WHERE conindid = i.indexrelid)
) k JOIN pg_catalog.pg_class r ON r.oid = k.relation AND r.oid >= ${FIRST_OID}
JOIN pg_catalog.pg_attribute a ON a.attrelid = k.relation AND a.attrelid >= ${FIRST_OID} AND a.attnum = ANY (k.columns)`

async function constraintColumns(session: Session): Promise<ReadonlyMap<string, readonly string[]>> {
  const found = new Map<string, string[]>()
  for (const [table, name, column] of await session.query('EXECUTE nomenklatura_constraints')) {
    const key = JSON.stringify([table, name])
    found.set(key, [...(found.get(key) ?? []), column!])
  }
  return found
}

function withColumns(
  outcomes: readonly TrialOutcome[],
  columns: ReadonlyMap<string, readonly string[]>,
): TrialOutcome[] {
  return outcomes.map(outcome => {
    if (outcome.is === 'accepted') return outcome
    const { table, constraint } = outcome.refusal
    const over = columns.get(JSON.stringify([table, constraint]))
    return over ? { ...outcome, refusal: { ...outcome.refusal, columns: over } } : outcome
  })
}

/** What is counted of a database: what users made there, what is held, and who is asking. */
const STATE = `SELECT concat_ws(' ',
  ${['pg_class', 'pg_proc', 'pg_type', 'pg_authid', 'pg_largeobject_metadata', 'pg_namespace']
    .map(catalog => `(SELECT count(*) FROM pg_catalog.${catalog} WHERE oid >= ${FIRST_OID})`)
    .join(', ')},
  (SELECT pg_catalog.md5(pg_catalog.string_agg(statement, ';' ORDER BY name)) FROM pg_catalog.pg_prepared_statements),
  (SELECT count(*) FROM pg_catalog.pg_locks WHERE locktype = 'advisory'
    AND database = (SELECT oid FROM pg_catalog.pg_database WHERE datname = pg_catalog.current_database())),
  current_setting('search_path'), current_setting('session_replication_role'), current_user, session_user)`

const states = new WeakMap<Session, string>()

/**
 * Remembers how the database is before any script. What is asked for each work is planned here, once; how the
 * database is, is asked anew each time, so that no script can answer it.
 */
export async function remember(session: Session): Promise<void> {
  await session.query(`PREPARE nomenklatura_constraints AS ${CONSTRAINTS}`)
  states.set(session, (await session.query(STATE))[0]![0]!)
}

/** Sweeps out what was undone: without it an engine becomes slower and larger with each work. */
export async function tidy(session: Session): Promise<void> {
  await session.query('VACUUM')
  await session.query('CHECKPOINT')
}

/** Undoes all. Throws `Disturbed` where the database is not as it was then. */
export async function undo(session: Session): Promise<void> {
  await session.query('ROLLBACK')
  const now = (await session.query(STATE))[0]?.[0]
  if (now !== states.get(session))
    throw new Disturbed(`The database was "${states.get(session)}" and is "${now}".`)
}
