import { afterAll, afterEach, beforeAll, describe, expect, it, vi } from 'vitest'
import type { Plan, SandboxReport } from '@nomenklatura/core/instances'
import { Reading } from '@nomenklatura/core/rules'
import { findTable, type Schema, type Table } from '@nomenklatura/core/schema'
import { SHEET, type TableSheet } from '@nomenklatura/core/sheets'
import { reasonSheet } from '../../packages/core/src/marking/mark-sheet'
import { planSheet, withReport } from '../../packages/core/src/marking/run-sheet'
import { EnginePool } from '../../sandbox/pool'
import { exerciseOf } from '../reference/four-worlds'
import { generated } from './support/generated'
import { HARBOUR } from './support/harbour'
import { LIFT, LIFT_ANSWERS } from './support/lift'

/**
 * Faults put into the static evaluation on purpose: running contradicts each of them on some answer, and none of
 * the answers without a fault. So a fault of ours does not stay unseen.
 */
const harbour = exerciseOf(HARBOUR)
const lift = exerciseOf(LIFT)

/** Layouts that chance does not make. */
const OTHERS: readonly string[] = [
  HARBOUR.model.replace(
    "state    varchar(10) NOT NULL CHECK (state IN ('planned', 'sailed', 'dropped')),",
    "state    varchar(10) NOT NULL CHECK (state IN ('planned', 'sailed', 'dropped')), ferry_length integer NOT NULL,",
  ),
  HARBOUR.model.replace(
    'quay     varchar(20) NOT NULL',
    "quay     varchar(20) NOT NULL, CHECK (berth_no < 2 OR quay <> 'North Quay')",
  ),
]

interface Prepared {
  readonly exercise: typeof harbour
  readonly sheet: TableSheet
  readonly plan: Plan
  readonly report: SandboxReport
}
let answers: Prepared[] = []
let pool: EnginePool
beforeAll(async () => {
  pool = new EnginePool({ folder: process.env.NOMENKLATURA_SANDBOX!, engines: 2 })
  const scripts = [
    ...[...Array.from({ length: 60 }, (_, i) => generated(i).script), ...OTHERS].map(script => ({
      exercise: harbour,
      script,
    })),
    ...LIFT_ANSWERS.map(script => ({ exercise: lift, script })),
  ]
  answers = await Promise.all(
    scripts.map(async ({ exercise, script }) => {
      const sheet = SHEET.script.read(exercise, { script })
      const plan = planSheet(reasonSheet(exercise, 0, sheet, []))!
      return { exercise, sheet, plan, report: await pool.run(plan.work) }
    }),
  )
})
afterAll(() => pool.close())
afterEach(() => {
  vi.restoreAllMocks()
})

/** On how many answers running contradicts what reasoning makes of the distorted tables. */
function contradicted(distort: (schema: Schema) => Schema = schema => schema): number {
  return answers.filter(({ exercise, sheet, plan, report }) => {
    const reasoned = reasonSheet(exercise, 0, { ...sheet, schema: distort(sheet.schema) }, [])
    const { evaluations } = withReport({ ...reasoned, sheet }, plan, report)
    return evaluations.some(({ doubt }) => doubt === 'disagreement')
  }).length
}

const eachTable =
  (change: (table: Table) => Table) =>
  ({ tables }: Schema): Schema => ({ tables: tables.map(change) })

/** What the evaluation does not see, or sees otherwise. */
const UNSEEN: Readonly<Record<string, (schema: Schema) => Schema>> = {
  'UNIQUE is not seen': eachTable(table => ({ ...table, uniques: [] })),
  'PRIMARY KEY is not seen': eachTable(table => ({ ...table, primaryKey: null })),
  'each column of a key is one': eachTable(table => ({
    ...table,
    uniques: [
      ...table.uniques,
      ...(table.primaryKey?.columns ?? []).map(column => ({ ...table.primaryKey!, columns: [column] })),
    ],
  })),
  'checks are not seen': eachTable(table => ({ ...table, checks: [] })),
  'checks of two columns are not seen': eachTable(table => ({
    ...table,
    checks: table.checks.filter(({ expression }) => !expression.includes(' OR ')),
  })),
  'a reference is its first column': schema => ({
    tables: schema.tables.map(table => ({
      ...table,
      references: table.references.map(reference => ({
        ...reference,
        columns: reference.columns.slice(0, 1),
        targetColumns: reference.targetColumns.slice(0, 1),
      })),
    })),
  }),
  'deeds on delete are not seen': eachTable(table => ({
    ...table,
    references: table.references.map(reference => ({ ...reference, onDelete: 'no action' })),
  })),
  'deeds on update are not seen': eachTable(table => ({
    ...table,
    references: table.references.map(reference => ({ ...reference, onUpdate: 'no action' })),
  })),
  'lengths are not seen': eachTable(table => ({
    ...table,
    columns: table.columns.map(column => ({ ...column, type: { ...column.type, length: null } })),
  })),
  'scales are not seen': eachTable(table => ({
    ...table,
    columns: table.columns.map(column =>
      column.type.family === 'decimal'
        ? { ...column, type: { ...column.type, scale: 4, precision: 20 } }
        : column,
    ),
  })),
}

/** What the evaluation works out wrongly. */
const WRONG: Readonly<Record<string, () => void>> = {
  'the rule of NULL is dropped': () => {
    vi.spyOn(Reading.prototype, 'isRequired').mockReturnValue(true)
  },
  'nothing is demanded': () => {
    vi.spyOn(Reading.prototype, 'isRequired').mockReturnValue(false)
  },
  'no reference counts': () => {
    vi.spyOn(Reading.prototype, 'declared').mockReturnValue(undefined)
  },
  'every step counts as a reference': () => {
    vi.spyOn(Reading.prototype, 'declared').mockImplementation(function (this: Reading, step) {
      const [first] = findTable(this.schema, step.fromTable)!.references
      return first
    })
  },
  'roles are merged': () => {
    const usual = Reading.prototype.rolePlacement
    vi.spyOn(Reading.prototype, 'rolePlacement').mockImplementation(function (this: Reading, entity, role) {
      const target = this.role(entity, role)?.target
      const first = this.entity(entity)?.roles.find(other => other.target === target)
      return usual.call(this, entity, first?.name ?? role)
    })
  },
  'copies are forgotten': () => {
    vi.spyOn(Reading.prototype, 'copies').mockReturnValue([])
  },
}

describe('a fault of the static evaluation', () => {
  it('is seen nowhere where there is none', () => {
    expect(contradicted()).toBe(0)
  })
  it.each(Object.entries(UNSEEN))('%s', (_, distort) => {
    expect(contradicted(distort)).toBeGreaterThan(0)
  })
  it.each(Object.entries(WRONG))('%s', (_, seed) => {
    seed()
    expect(contradicted()).toBeGreaterThan(0)
  })
})
