import type { Refusal, Stopped } from '@nomenklatura/core/instances'
import {
  MOST_SHOWN_ROWS,
  engineName,
  type StatementOutcome,
  type StepReport,
  type StepWork,
  type TableRows,
  type Told,
  type TrialReport,
  type TrialWork,
} from '@nomenklatura/core/row-trial'
import { FIRST_OID, STUDENT, undo } from './run-work'
import { Refused, refusalOf, type Answer, type Session } from './session'

/** A table of the engine, and how its rows are asked for. */
interface Made {
  readonly namespace: string
  readonly table: string
  readonly columns: readonly string[]
  readonly query: string
}

/** What stands in the engine: the tables, and after each step where to go back to. */
interface Standing {
  readonly tables: readonly string[]
  readonly refusals: readonly (Refusal | null)[]
  readonly made: readonly Made[]
  readonly before: readonly TableRows[]
  readonly steps: { readonly work: StepWork; readonly report: StepReport }[]
}

/** Of the texts that a statement answers so much is told. */
const LONGEST_CELL = 1000

/**
 * A row trial in one transaction of a database, with a savepoint before each step. Asked for another trial, it
 * goes back to where both are the same, and goes on from there: what was done before need not be done again.
 */
export class TrialRoom {
  private standing: Standing | undefined

  constructor(private readonly session: Session) {}

  async show({ tables, steps }: TrialWork): Promise<TrialReport> {
    const standing = await this.standOn(tables)
    const shared = commonLength(standing.steps, steps)
    if (shared < standing.steps.length) {
      await this.session.query(`ROLLBACK TO ${savepoint(shared)}`)
      standing.steps.length = shared
    }
    let stopped: Stopped | null = null
    for (const [i, work] of steps.entries()) {
      if (i < shared) continue
      await this.session.query(`SAVEPOINT ${savepoint(i)}`)
      const outcomes = await this.make(work)
      const report = { outcomes, tables: await this.look(standing.made) }
      standing.steps.push({ work, report })
      stopped ??= outOf(outcomes)
    }
    return {
      tables: standing.refusals,
      before: standing.before,
      steps: standing.steps.map(({ report }) => report),
      stopped,
    }
  }

  /** Undoes all of it: the database is as it was. */
  async leave(): Promise<void> {
    if (!this.standing) return
    this.standing = undefined
    await undo(this.session)
  }

  private async standOn(tables: readonly string[]): Promise<Standing> {
    if (this.standing && sameTexts(this.standing.tables, tables)) return this.standing
    await this.leave()
    await this.session.query('BEGIN')
    await this.session.query(`SET LOCAL ROLE ${STUDENT}`)
    const refusals: (Refusal | null)[] = []
    for (const statement of tables) refusals.push((await this.each(statement)).refusal)
    await this.session.query('SET CONSTRAINTS ALL IMMEDIATE')
    const made = await this.whatIsMade()
    this.standing = { tables, refusals, made, before: await this.look(made), steps: [] }
    return this.standing
  }

  private async make({ statements, isWhole }: StepWork): Promise<StatementOutcome[]> {
    if (isWhole) return this.makeWhole(statements)
    const outcomes: StatementOutcome[] = []
    for (const statement of statements) outcomes.push(await this.each(statement))
    return outcomes
  }

  /** All or nothing: the last outcome says what refused it. */
  private async makeWhole(statements: readonly string[]): Promise<StatementOutcome[]> {
    await this.session.query('SAVEPOINT whole')
    await this.session.query('SET CONSTRAINTS ALL DEFERRED')
    const outcomes: StatementOutcome[] = []
    for (const statement of [...statements, 'SET CONSTRAINTS ALL IMMEDIATE']) {
      const outcome = await this.each(statement)
      outcomes.push(outcome)
      if (!outcome.refusal) continue
      await this.session.query('ROLLBACK TO whole')
      return outcomes
    }
    return outcomes.slice(0, -1)
  }

  /** One statement, undone where it is refused. */
  private async each(statement: string): Promise<StatementOutcome> {
    await this.session.query('SAVEPOINT statement')
    try {
      const told = await this.tell(statement)
      await this.session.query('RELEASE statement')
      return { refusal: null, told }
    } catch (error) {
      if (!(error instanceof Refused)) throw error
      await this.session.query('ROLLBACK TO statement')
      return { refusal: error.refusal, told: null }
    }
  }

  /** What it answers; of what only asks no more rows are made than are shown. */
  private async tell(statement: string): Promise<Told> {
    if (!/^[\s(]*(?:SELECT|VALUES|TABLE|WITH)\b/i.test(statement))
      return told(await this.session.ask(statement))
    const refusal = await this.declare(statement)
    if (refusal && !isAboutCursors(refusal)) throw new Refused(refusal)
    if (refusal) return told(await this.session.ask(statement))
    const answer = await this.session.ask(`FETCH ${MOST_SHOWN_ROWS + 1} FROM told`)
    await this.session.query('CLOSE told')
    return { ...told(answer), touched: null }
  }

  private async declare(statement: string): Promise<Refusal | null> {
    await this.session.query('SAVEPOINT declared')
    const refusal = await refusalOf(this.session, `DECLARE told NO SCROLL CURSOR FOR ${statement}`)
    await this.session.query(refusal ? 'ROLLBACK TO declared' : 'RELEASE declared')
    return refusal
  }

  /** The tables that there are now, in the order in which they were made. */
  private async whatIsMade(): Promise<Made[]> {
    const found = new Map<string, { namespace: string; table: string; columns: string[] }>()
    for (const [oid, namespace, table, column] of await this.session.query(TABLES)) {
      const made = found.get(oid!) ?? { namespace: namespace!, table: table!, columns: [] }
      if (column !== null) made.columns.push(column!)
      found.set(oid!, made)
    }
    return [...found.values()].map(made => ({
      ...made,
      // By its whole name: a statement may have led the path elsewhere.
      query: `SELECT ${made.columns.map(engineName).join(', ')} FROM ${engineName(made.namespace)}.${engineName(made.table)} LIMIT ${MOST_SHOWN_ROWS + 1}`,
    }))
  }

  private async look(made: readonly Made[]): Promise<TableRows[]> {
    const found: TableRows[] = []
    for (const { namespace, table, columns, query } of made) {
      const rows = await this.session.query(query)
      found.push({ namespace, table, columns, rows: cut(rows), isCut: rows.length > MOST_SHOWN_ROWS })
    }
    return found
  }
}

const TABLES = `SELECT c.oid::text, n.nspname, c.relname, a.attname
FROM pg_catalog.pg_class c JOIN pg_catalog.pg_namespace n ON n.oid = c.relnamespace
LEFT JOIN pg_catalog.pg_attribute a ON a.attrelid = c.oid AND a.attnum > 0 AND NOT a.attisdropped
WHERE c.oid >= ${FIRST_OID} AND c.relkind IN ('r', 'p') AND NOT c.relispartition AND n.nspname NOT LIKE 'pg\\_%'
ORDER BY c.oid, a.attnum`

const savepoint = (step: number): string => `step_${step}`

const told = ({ columns, rows, touched }: Answer): Told => ({
  columns,
  rows: cut(rows),
  isCut: rows.length > MOST_SHOWN_ROWS,
  touched,
})

const cut = (rows: readonly (readonly (string | null)[])[]): (string | null)[][] =>
  rows.slice(0, MOST_SHOWN_ROWS).map(cells => cells.map(cell => cell && cell.slice(0, LONGEST_CELL)))

/** It changes rows, which no cursor does (PostgreSQL, DECLARE). */
const isAboutCursors = ({ state, message }: Refusal): boolean =>
  state === '0A000' && message.startsWith('DECLARE CURSOR')

function outOf(outcomes: readonly StatementOutcome[]): Stopped | null {
  const states = outcomes.flatMap(({ refusal }) => refusal?.state ?? [])
  if (states.includes('57014')) return 'time'
  return states.some(state => state.startsWith('53')) ? 'memory' : null
}

function commonLength(stands: Standing['steps'], steps: readonly StepWork[]): number {
  const first = steps.findIndex((step, i) => {
    const other = stands[i]?.work
    return !other || other.isWhole !== step.isWhole || !sameTexts(other.statements, step.statements)
  })
  return Math.min(first < 0 ? steps.length : first, stands.length)
}

const sameTexts = (a: readonly string[], b: readonly string[]): boolean =>
  a.length === b.length && a.every((text, i) => text === b[i])
